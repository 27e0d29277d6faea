import type { Fields } from '../../core/rubric/rubric'
import type { Sql } from '../database'

/**
 * Which other documents have values that may be there once: in the batch, or in all batches of its rubric.
 * @returns by field, in words: "document 4 of this batch"
 */
export async function holdersOf(
  sql: Sql,
  document: number,
  type: Fields | null,
  values: Readonly<Record<string, string>>,
): Promise<Map<string, string>> {
  const holders = new Map<string, string>()
  for (const field of type?.fields ?? []) {
    const value = values[field.id]
    if (!field.unique || !value) continue
    const [row] = await sql<{ position: number; batch: string; same: boolean }[]>`
      select other.position, batches.name as batch, other.batch_id = own.batch_id as same
      from documents as own
      join batches as own_batch on own_batch.id = own.batch_id
      join document_values on field = ${field.id} and lower(document_values.value) = lower(left(${value}, 600))
      join documents as other on other.id = document_values.document_id and other.id <> own.id
      join batches on batches.id = other.batch_id
      where own.id = ${document}
        and (other.batch_id = own.batch_id or (${field.unique === 'archive'} and batches.rubric_id = own_batch.rubric_id))
      order by other.batch_id = own.batch_id desc, other.id
      limit 1`
    if (row) holders.set(field.id, `document ${row.position} of ${row.same ? 'this batch' : `“${row.batch}”`}`)
  }
  return holders
}
