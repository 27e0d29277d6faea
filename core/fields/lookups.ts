import type { FieldValue } from '../model/ledger'
import type { LookupAnswers } from '../model/lookup'
import type { Fields } from '../rubric/rubric'
import { checkValue } from './fieldValue'

/** `vessel-register.owner`: the system, and the key of its records. */
export function lookupParts(lookup: string): { system: string; key: string } {
  const dot = lookup.indexOf('.')
  return dot < 0 ? { system: lookup, key: '' } : { system: lookup.slice(0, dot), key: lookup.slice(dot + 1) }
}

/** Systems that a type's fields are looked up in. */
export function lookupSystems(type: Fields | null): string[] {
  const sources = (type?.fields ?? []).flatMap(field => field.from)
  return [...new Set(sources.flatMap(source => ('lookup' in source ? [lookupParts(source.lookup).system] : [])))]
}

/** The values of the chosen records, by system. */
export function chosenValues(answers: LookupAnswers): Record<string, Record<string, string>> {
  return Object.fromEntries(
    Object.entries(answers).flatMap(([system, { records, chosen }]) => {
      const record = records.find(one => one.id === chosen)
      return record ? [[system, record.values]] : []
    }),
  )
}

/** Index values that one record gives: every field that may be looked up in its system, where the value is valid. */
export function valuesOfRecord(type: Fields | null, system: string, record: Record<string, string>): Record<string, FieldValue> {
  const found: Record<string, FieldValue> = {}
  for (const field of type?.fields ?? []) {
    for (const source of field.from) {
      if (!('lookup' in source) || found[field.id]) continue
      const { system: asked, key } = lookupParts(source.lookup)
      const checked = asked === system && record[key] !== undefined ? checkValue(field, record[key]) : null
      if (checked?.ok) found[field.id] = { value: checked.value, from: 'lookup', confidence: 1 }
    }
  }
  return found
}
