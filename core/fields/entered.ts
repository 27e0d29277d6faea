import type { FieldValue } from '../model/ledger'
import type { Fields } from '../rubric/rubric'
import { checkValue } from './fieldValue'
import { isRequired, sumFault } from './fill'

export interface EnteredFields {
  fields: Record<string, FieldValue>
  faults: { field: string; why: string }[]
  /** Fields that the type does not have. */
  unknown: string[]
}

/**
 * Index values from what a person typed. A value that was not changed keeps where it came from;
 * an empty one is left out, and is a fault where the field is required.
 */
export function enteredFields(
  type: Fields | null,
  typed: Record<string, string>,
  before: Record<string, FieldValue>,
  languages: readonly string[] = [],
): EnteredFields {
  const fields: Record<string, FieldValue> = {}
  const faults: EnteredFields['faults'] = []
  const known = new Set((type?.fields ?? []).map(field => field.id))
  for (const field of type?.fields ?? []) {
    const text = typed[field.id] ?? ''
    if (text.trim() === '') continue
    const same = before[field.id]
    // In its kept form it may read as something else in print.
    if (same && same.value === text) {
      fields[field.id] = same
      continue
    }
    const checked = checkValue(field, text, languages)
    if (!checked.ok) {
      faults.push({ field: field.id, why: checked.why })
      continue
    }
    fields[field.id] = same?.value === checked.value ? same : { value: checked.value, from: 'person', confidence: 1 }
  }
  for (const field of type?.fields ?? []) {
    if (faults.some(fault => fault.field === field.id)) continue
    const own = fields[field.id]
    const why = own
      ? sumFault(field, own.value, id => fields[id]?.value ?? null)
      : isRequired(field, fields)
        ? `${field.label} is empty.`
        : null
    if (why) faults.push({ field: field.id, why })
  }
  return { fields, faults, unknown: Object.keys(typed).filter(id => !known.has(id)) }
}
