import type { Fragment } from 'postgres'
import type { Person } from '../../shared/views/people'
import type { SlipChoices, SlipHour, SlipRow } from '../../shared/views/slips'
import { partLike, type Sql, type Tx } from '../database'
import { visibleDocument } from '../people/rights'
import { onDays } from '../setup/officeDays'

/** Which slips. */
export interface SlipSearch {
  /** One document's alone. */
  document?: number
  /** A part of its document's name, its batch's, or the place where it arrived. */
  text?: string
  state?: 'waiting' | 'delivered' | 'failed'
  destination?: string
  /** Who confirmed the document, or owns its batch. */
  person?: string
  /** Days on which it was begun, YYYY-MM-DD in the office's zone, both included. */
  from?: string
  to?: string
}

export interface SlipPaging {
  sort?: 'newest' | 'oldest'
  /** The last one that is known: those after it come. */
  before: number | null
  most: number
}

const rows = (sql: Tx) => sql`
  select slips.id, slips.document_id as document, batches.id as batch, batches.name as "batchName",
    coalesce(first_file.name, 'Document ' || documents.position) as title,
    coalesce(destinations.name, slips.destination_id) as destination,
    slips.state, slips.place, slips.answer, slips.trouble, slips.attempts, slips.created_at as "createdAt",
      slips.delivered_at as "deliveredAt", slips.held_at as "heldAt",
      slips.waits_for_batch as "waitsForBatch", case when slips.not_before > now() then slips.not_before end as "notBefore",
      slips.edition, people.name as person, first_file.sha256, first_file.bytes
  from slips
  join documents on documents.id = slips.document_id
  join batches on batches.id = documents.batch_id
  left join destinations on destinations.id = slips.destination_id
  left join people on people.id = coalesce(documents.indexed_by, batches.owner)
  left join lateral (
    select name, sha256, bytes from files where document_id = documents.id and files.edition = slips.edition order by id
      limit 1) as first_file on true`

const fitting = (sql: Tx, person: Person, { document, text = '', state, destination, person: by, ...days }: SlipSearch) => {
  const like = partLike(text)
  return sql`${visibleDocument(sql, person)}
    and (${document ?? null}::bigint is null or slips.document_id = ${document ?? null}::bigint)
    and (${state ?? null}::text is null or slips.state = ${state ?? null})
    and (${destination ?? null}::text is null or slips.destination_id = ${destination ?? null})
    and (${by ?? null}::uuid is null or documents.indexed_by = ${by ?? null} or batches.owner = ${by ?? null})
    and ${onDays(sql, sql`slips.created_at`, days)}
    and (${text} = '' or first_file.name ilike ${like} or batches.name ilike ${like} or slips.place ilike ${like})`
}

/** Slips that a person may see, paged by key. */
export function listSlips(
  sql: Sql,
  person: Person,
  { sort = 'newest', before, most, ...search }: SlipSearch & SlipPaging,
): Promise<SlipRow[]> {
  const [order, after] = (
    sort === 'newest' ? [sql`slips.id desc`, sql`slips.id < ${before}::bigint`] : [sql`slips.id`, sql`slips.id > ${before}::bigint`]
  ) as [Fragment, Fragment]
  return sql<SlipRow[]>`
    ${rows(sql)}
    where ${fitting(sql, person, search)} and (${before}::bigint is null or ${after})
    order by ${order}
    limit ${most}`
}

/** One slip, whoever asks. */
export async function slipRow(sql: Sql, id: number): Promise<SlipRow | null> {
  const [row] = await sql<SlipRow[]>`${rows(sql)} where slips.id = ${id}`
  return row ?? null
}

/** Where something went that a person may see, and whose documents these were. */
export async function slipChoices(sql: Sql, person: Person): Promise<SlipChoices> {
  const seen = sql`documents join batches on batches.id = documents.batch_id`
  const [destinations, people] = await Promise.all([
    sql<SlipChoices['destinations']>`
      select id, name from destinations
      where exists (select 1 from slips join ${seen} on documents.id = slips.document_id
        where slips.destination_id = destinations.id and ${visibleDocument(sql, person)})
      order by name`,
    sql<SlipChoices['people']>`
      select id, name from people
      where exists (select 1 from ${seen} where (documents.indexed_by = people.id or batches.owner = people.id)
        and ${visibleDocument(sql, person)})
      order by name`,
  ])
  return { destinations, people }
}

/** What arrived and what failed at each destination, by hours of the office's zone, oldest first. Hours without either are left out. */
export function slipHours(sql: Sql, person: Person, hours: number, zone: string): Promise<SlipHour[]> {
  const since = sql`date_trunc('hour', now()) - make_interval(hours => ${hours - 1})`
  return sql<SlipHour[]>`
    with arrived as (
      select slips.destination_id as destination, date_trunc('hour', slips.delivered_at) as hour, 1 as delivered, 0 as failed
      from slips
      join documents on documents.id = slips.document_id
      join batches on batches.id = documents.batch_id
      where slips.delivered_at >= ${since} and ${visibleDocument(sql, person)}
    ), refused as (
      select trail.new->>'destination' as destination, date_trunc('hour', trail.at) as hour, 0 as delivered, 1 as failed
      from trail
      join documents on documents.id = trail.document_id
      join batches on batches.id = documents.batch_id
      where trail.what in ('deliver failed', 'no longer held') and trail.at >= ${since} and ${visibleDocument(sql, person)}
    )
    select coalesce(destinations.name, found.destination) as destination,
      to_char(hour at time zone ${zone}, 'YYYY-MM-DD HH24:00') as hour, sum(delivered)::int as delivered, sum(failed)::int as failed
    from (select * from arrived union all select * from refused) as found
    left join destinations on destinations.id = found.destination
    group by 1, 2
    order by 2, 1`
}
