import { missingFields } from '../../core/index/fill'
import { FieldValue } from '../../core/model/ledger'
import { LookupAnswers, type LookupAnswer } from '../../core/model/lookup'
import type { DocumentType } from '../../core/model/rubric'
import { z } from 'zod'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { DocumentRow } from './read'

/** What business records said about a document so far. */
export async function lookupsOf(tx: Tx, document: number): Promise<LookupAnswers> {
  const [row] = await tx<{ lookups: unknown }[]>`select lookups from documents where id = ${document}`
  return LookupAnswers.parse(row?.lookups ?? {})
}

/** Keeps a newer answer, and the values that its record gives. False where the document is no longer open. */
export async function keepLookup(sql: Sql, document: DocumentRow, type: DocumentType | null, system: string, answer: LookupAnswer, values: Record<string, FieldValue>): Promise<boolean> {
  return sql.begin(async (tx) => {
    const [row] = await tx<{ fields: unknown, lookups: unknown }[]>`
      select fields, lookups from documents where id = ${document.id} and state = 'open' and filled_at is not null for update`
    if (!row) return false
    const fields = { ...z.record(z.string(), FieldValue).parse(row.fields), ...values }
    const lookups = { ...LookupAnswers.parse(row.lookups), [system]: answer }
    await tx`
      update documents
      set fields = ${tx.json(fields)}, missing = ${missingFields(type, fields)}, lookups = ${tx.json(lookups)}
      where id = ${document.id}`
    await tell(tx, { about: 'batch', batch: document.batch_id })
    return true
  })
}
