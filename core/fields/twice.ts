import type { FieldValue } from '../model/ledger'
import type { Fields, Rubric } from '../rubric/rubric'
import { kindOf } from './kinds'

type Values = Readonly<Record<string, FieldValue>>

/** Whose turn it is at a document whose fields are keyed twice: the first person's, the second's, or that of a third who decides. */
export type Pass = 1 | 2 | 3

/** Fields of a type that two people key without seeing each other's values, or the machine's. */
export function twiceFields(rubric: Pick<Rubric, 'entryTwice'>, type: Fields | null): string[] {
  const twice = new Set(rubric.entryTwice)
  return (type?.fields ?? []).filter(field => twice.has(field.id)).map(field => field.id)
}

/** Values without those of these fields. */
export function without<T>(fields: Readonly<Record<string, T>>, ids: readonly string[]): Record<string, T> {
  return Object.fromEntries(Object.entries(fields).filter(([id]) => !ids.includes(id)))
}

/** Values of these fields alone. */
export function only<T>(fields: Readonly<Record<string, T>>, ids: readonly string[]): Record<string, T> {
  return Object.fromEntries(Object.entries(fields).filter(([id]) => ids.includes(id)))
}

/** Of these fields, those that two people keyed differently; compared by kind, so that 12.5 is 12.50. */
export function differing(type: Fields | null, ids: readonly string[], first: Values, second: Values): string[] {
  return (type?.fields ?? [])
    .filter(field => {
      const [one, other] = [first[field.id]?.value, second[field.id]?.value]
      if (one === undefined || other === undefined) return one !== other
      return !kindOf(field).same(one, other)
    })
    .map(field => field.id)
    .filter(id => ids.includes(id))
}
