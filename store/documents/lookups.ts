import { LookupAnswers } from '../../core/model/lookup'
import type { Tx } from '../database'

/** What business records said about a document so far. */
export async function lookupsOf(tx: Tx, document: number): Promise<LookupAnswers> {
  const [row] = await tx<{ lookups: unknown }[]>`select lookups from documents where id = ${document}`
  return LookupAnswers.parse(row?.lookups ?? {})
}
