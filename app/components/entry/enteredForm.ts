import { shownValue } from '~~/core/fields/fieldValue'
import { kindOf } from '~~/core/fields/kinds'
import type { Field } from '~~/core/rubric/field'

/** A kept value as its control holds it: what boxes and rows are made of stays as it is kept. */
export const enteredForm = (field: Field, kept: string): string =>
  ['boxes', 'rows'].includes(kindOf(field).control) ? kept : shownValue(field, kept)
