import { defineKind } from './kind'

export default defineKind({
  name: 'yes-no',
  control: 'list',
  choices: () => ['yes', 'no'],
  keep: (_, text) => (/^(yes|y|true|1)$/i.test(text) ? 'yes' : /^(no|n|false|0)$/i.test(text) ? 'no' : null),
  expects: () => 'yes or no',
})
