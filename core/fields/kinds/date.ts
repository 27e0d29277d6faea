import { formatDate, parseDate } from '../dates'
import { defineKind } from './kind'

const usual = 'dd/MM/yyyy'

/** Kept as ISO 8601, and taken so besides the field's own format. */
export default defineKind({
  name: 'date',
  keys: 'date',
  digits: true,
  keep: (field, text, languages) => parseDate(text, field.format ?? usual, languages) ?? parseDate(text, 'yyyy-MM-dd'),
  expects: field => `a date as ${field.format ?? usual}`,
  show: (field, kept) => (kept ? formatDate(kept, field.format ?? usual) : kept),
  compare: (one, other) => (one < other ? -1 : Number(one > other)),
})
