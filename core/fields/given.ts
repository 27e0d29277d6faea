import type { FieldValue } from '../model/ledger'
import type { Field } from '../rubric/field'
import { typeOf, type Rubric } from '../rubric/rubric'
import { enteredFields, type EnteredFields } from './entered'

const paperSources = ['barcode', 'text', 'ticked', 'table', 'file', 'join'] as const

/** Fields that are asked before scanning: those of the default type that the paper itself does not fill. */
export function askedFields(rubric: Rubric): Field[] {
  if (rubric.entry !== 'panel') return []
  return (typeOf(rubric, null)?.fields ?? []).filter(
    field => field.kind !== 'table' && !field.from.some(source => paperSources.some(name => name in source)),
  )
}

/** What a person gave before scanning, checked: the values in their kept form, and what is wrong with others. */
export function givenValues(
  rubric: Rubric,
  typed: Record<string, string>,
): Pick<EnteredFields, 'faults' | 'unknown'> & { values: Record<string, string> } {
  const { fields, faults, unknown } = enteredFields({ fields: askedFields(rubric) }, typed, {}, rubric.read.languages)
  return { values: Object.fromEntries(Object.entries(fields).map(([id, { value }]: [string, FieldValue]) => [id, value])), faults, unknown }
}
