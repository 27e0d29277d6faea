import type { Candidates, FieldValue, LedgerValue, Written } from '../model/ledger'
import type { Fields } from '../rubric/rubric'
import { kindOf } from './kinds'

/** A document's values as ledgers and programs get them: lists for several choices and for rows, and what was not taken. */
export function writtenFields(
  type: Fields | null,
  fields: Record<string, FieldValue>,
  candidates: Candidates,
): Record<string, LedgerValue> {
  const write = (id: string, kept: string): Written => {
    const field = type?.fields.find(one => one.id === id)
    return field ? kindOf(field).write(kept) : kept
  }
  const written: Record<string, LedgerValue> = {}
  for (const [id, value] of Object.entries(fields)) written[id] = { ...value, value: write(id, value.value) }
  for (const [id, others] of Object.entries(candidates)) {
    const [first] = others
    if (!first || written[id]) continue
    written[id] = {
      value: null,
      from: first.from,
      confidence: first.confidence,
      candidates: others.map(other => ({ ...other, value: write(id, other.value) })),
    }
  }
  return written
}

/** The kept form of a value as a program sends it. */
export const keptForm = (value: Written): string =>
  typeof value === 'string' ? value : value.every(one => typeof one === 'string') ? value.join('\n') : JSON.stringify(value)
