import type { Person } from '../../shared/views/people'
import type { TroubledDestination } from '../../shared/views/slips'
import type { Sql } from '../database'
import { mayDo, visibleDocument } from '../people/rights'

/** Destinations at which something that a person may see does not arrive, and what the newest of it came to. */
export function troubledDestinations(sql: Sql, person: Person): Promise<TroubledDestination[]> {
  return sql<TroubledDestination[]>`
    select slips.destination_id as destination, coalesce(max(destinations.name), slips.destination_id) as name,
      count(*) filter (where slips.state = 'failed')::int as failed, count(*) filter (where slips.state = 'waiting')::int as waiting,
      (array_agg(slips.trouble order by slips.id desc) filter (where slips.trouble is not null))[1] as trouble,
      max(case when destination_pauses.until is not null then destination_pauses.since end) as since
    from slips
    join documents on documents.id = slips.document_id
    join batches on batches.id = documents.batch_id
    left join destinations on destinations.id = slips.destination_id
    left join destination_pauses on destination_pauses.destination_id = slips.destination_id
    where slips.state <> 'delivered' and slips.trouble is not null and ${visibleDocument(sql, person)}
    group by slips.destination_id
    order by failed desc, waiting desc`
}

const atOnce = 500

/** Deliveries to a destination that a person may send again, the oldest first. */
export async function failedSlips(sql: Sql, person: Person, destination: string): Promise<number[]> {
  const rows = await sql<{ id: number }[]>`
    select slips.id
    from slips
    join documents on documents.id = slips.document_id
    join batches on batches.id = documents.batch_id
    where slips.state = 'failed' and slips.destination_id = ${destination} and ${visibleDocument(sql, person)}
      and ${mayDo(sql, person, 'index')}
    order by slips.id
    limit ${atOnce}`
  return rows.map(row => row.id)
}
