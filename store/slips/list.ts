import type { Person } from '../../shared/views/people'
import type { SlipRow } from '../../shared/views/slips'
import type { Sql } from '../database'
import { visibleDocument } from '../people/rights'

/** Slips that a person may see, newest first, paged by key; with `document`, that document's. */
export function listSlips(
  sql: Sql,
  person: Person,
  which: { document: number | null; before: number | null; most: number },
): Promise<SlipRow[]> {
  return sql<SlipRow[]>`
    select slips.id, slips.document_id as document, batches.id as batch, batches.name as batch_name,
      coalesce(first_file.name, 'Document ' || documents.position) as title,
      coalesce(destinations.name, slips.destination_id) as destination,
      slips.state, slips.place, slips.answer, slips.trouble, slips.attempts, slips.created_at, slips.delivered_at, first_file.sha256,
        first_file.bytes
    from slips
    join documents on documents.id = slips.document_id
    join batches on batches.id = documents.batch_id
    left join destinations on destinations.id = slips.destination_id
    left join lateral (
      select name, sha256, bytes from files where document_id = documents.id and files.edition = slips.edition order by id
        limit 1) as first_file on true
    where ${visibleDocument(sql, person)}
      and (${which.document}::bigint is null or slips.document_id = ${which.document}::bigint)
      and (${which.before}::bigint is null or slips.id < ${which.before}::bigint)
    order by slips.id desc
    limit ${which.most}`
}
