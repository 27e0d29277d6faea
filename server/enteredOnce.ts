import { enteredFields, type EnteredFields } from '../core/fields/entered'
import type { FieldValue } from '../core/model/ledger'
import type { Fields } from '../core/rubric/rubric'
import { holdersOf } from '../store/documents/holders'
import { valuesOf } from '../store/documents/search'
import type { Sql } from '../store/database'

/** Index values from what a person typed; one that may be there once and that another document has is a fault. */
export async function enteredOnce(
  sql: Sql,
  document: number,
  type: Fields | null,
  typed: Record<string, string>,
  before: Record<string, FieldValue>,
  languages: readonly string[],
): Promise<EnteredFields> {
  const entered = enteredFields(type, typed, before, languages)
  const holders = await holdersOf(sql, document, type, valuesOf(entered.fields))
  for (const [id, holder] of holders) {
    const label = type?.fields.find(field => field.id === id)?.label ?? id
    entered.faults.push({ field: id, why: `${label}: ${holder} has it already.` })
  }
  return entered
}
