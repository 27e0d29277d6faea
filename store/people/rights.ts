import type { Person } from '../../shared/views/people'
import type { Sql, Tx } from '../database'

/** What belongs to a batch, and is seen by whoever may see that. */
export type Subject = 'batch' | 'document' | 'page' | 'file' | 'slip'

/** Clerks see their own batches; checkers and stewards see all. */
const seesAll = (person: Person) => person.roles.some(role => role !== 'clerk')

/** The condition under which a row of `batches` is one that a person may see: in every list, count, search and event. */
export const visibleTo = (sql: Tx, person: Person) => sql`(${seesAll(person)} or batches.owner = ${person.id})`

/** The batch to which a thing belongs; null where there is none, or the person may not see it. */
export async function batchOf(sql: Sql, person: Person, subject: Subject, id: number): Promise<number | null> {
  const belongs = {
    batch: sql`select ${id}::bigint`,
    document: sql`select batch_id from documents where id = ${id}`,
    page: sql`select batch_id from pages where id = ${id}`,
    file: sql`select batch_id from files join documents on documents.id = document_id where files.id = ${id}`,
    slip: sql`select batch_id from slips join documents on documents.id = document_id where slips.id = ${id}`,
  }
  const [row] = await sql<{ id: number }[]>`select id from batches where id = (${belongs[subject]}) and ${visibleTo(sql, person)}`
  return row?.id ?? null
}
