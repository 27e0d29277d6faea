import { formWords } from '../../pattern/parts'
import { defineKind } from './kind'

export default defineKind({
  name: 'long-text',
  control: 'lines',
  keep: (_, text) => text.replace(/\r\n?/g, '\n'),
  expects: field => (field.pattern ? formWords(field.pattern) : 'any text'),
})
