import type { Fragment } from 'postgres'
import type { Person } from '../../shared/views/people'
import type { SlipRow } from '../../shared/views/slips'
import { partLike, type Sql } from '../database'
import { visibleDocument } from '../people/rights'

export interface SlipSearch {
  /** One document's alone. */
  document?: number
  /** A part of its document's name, its batch's, or the place where it arrived. */
  text?: string
  state?: 'waiting' | 'delivered' | 'failed'
  sort?: 'newest' | 'oldest'
  /** The last one that is known: those after it come. */
  before: number | null
  most: number
}

/** Slips that a person may see, paged by key. */
export function listSlips(
  sql: Sql,
  person: Person,
  { document, text = '', state, sort = 'newest', before, most }: SlipSearch,
): Promise<SlipRow[]> {
  const like = partLike(text)
  const [order, after] = (
    sort === 'newest' ? [sql`slips.id desc`, sql`slips.id < ${before}::bigint`] : [sql`slips.id`, sql`slips.id > ${before}::bigint`]
  ) as [Fragment, Fragment]
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
      and (${document ?? null}::bigint is null or slips.document_id = ${document ?? null}::bigint)
      and (${state ?? null}::text is null or slips.state = ${state ?? null})
      and (${text} = '' or first_file.name ilike ${like} or batches.name ilike ${like} or slips.place ilike ${like})
      and (${before}::bigint is null or ${after})
    order by ${order}
    limit ${most}`
}
