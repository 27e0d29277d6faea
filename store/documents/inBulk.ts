import type { BulkRow } from '../../shared/views/documents'
import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'
import { visibleDocument } from '../people/rights'

/** The documents of one type in a batch with their values, as rows of a table. */
export function documentsInBulk(sql: Sql, person: Person, batch: number, type: string | null): Promise<BulkRow[]> {
  return sql<BulkRow[]>`
    select documents.id, documents.position, documents.state, filled_at is not null as filled, missing,
      coalesce((select jsonb_object_agg(key, value->>'value') from jsonb_each(documents.fields)), '{}') as values,
      (select people.name from document_leases join people on people.id = document_leases.person
        where document_id = documents.id and until > now() and document_leases.person <> ${person.id}) as holder,
      (select people.name from entry_drafts join people on people.id = entry_drafts.person
        where page_id = (select id from pages where document_id = documents.id order by page_order limit 1)
          and typed <> '{}') as "typedBy"
    from documents
    join batches on batches.id = batch_id
    where batch_id = ${batch} and documents.type is not distinct from ${type} and ${visibleDocument(sql, person)}
    order by documents.position`
}

/** The types of a batch's documents, the most frequent first. */
export async function typesInBatch(sql: Sql, batch: number): Promise<(string | null)[]> {
  const rows = await sql<{ type: string | null }[]>`
    select type from documents where batch_id = ${batch} group by type order by count(*) desc`
  return rows.map(row => row.type)
}
