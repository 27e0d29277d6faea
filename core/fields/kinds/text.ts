import { formWords } from '../../pattern/parts'
import { defineKind } from './kind'

export default defineKind({
  name: 'text',
  keep: (_, text) => text,
  expects: field => (field.pattern ? formWords(field.pattern) : 'any text'),
})
