import { defineKind } from './kind'

export default defineKind({
  name: 'choice',
  control: 'list',
  choices: field => field.choices ?? [],
  keep: (field, text) => field.choices?.find(choice => choice.toLowerCase() === text.toLowerCase()) ?? null,
  expects: field => `one of ${field.choices?.join(', ')}`,
})
