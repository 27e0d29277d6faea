import type { Person } from '../shared/views/people'
import type { Overview } from '../shared/views/overview'
import type { Sql } from './database'
import { foundWrong, timesOf } from './overviewOfPeople'
import { codesRead, faultsOfDevices } from './overviewOfScanning'
import { handsAtValues } from './overviewOfValues'
import { visibleDocument, visibleTo } from './people/rights'

/** The figures of the work that a person may see, of so many days. @param zone in which days begin */
export async function overviewOf(sql: Sql, person: Person, days: number, zone: string): Promise<Overview> {
  const since = sql`(date_trunc('day', now() at time zone ${zone}) - make_interval(days => ${days - 1})) at time zone ${zone}`
  const [waiting, byDay, values, deliveries, storage, found, stages, devices, codes] = await Promise.all([
    sql<Overview['waiting']>`
      select rubrics.name as rubric, batches.state, count(*)::int as batches, min(batches.state_since) as since
      from batches
      join rubrics on rubrics.id = batches.rubric_id
      where batches.state in ('to fix', 'to index', 'to check', 'held') and ${visibleTo(sql, person)}
      group by rubrics.name, batches.state
      order by rubrics.name, batches.state`,
    sql<Overview['days']>`
      with seen as (select id, (created_at at time zone ${zone})::date as day from batches where created_at >= ${since}
          and ${visibleTo(sql, person)}),
        sides as (select day, count(*)::int as sides from seen join pages on batch_id = seen.id group by day),
        found as (select day, count(*)::int as documents, count(*) filter (where state = 'sent')::int as filed from seen
          join documents on batch_id = seen.id group by day),
        mended as (select day, count(*)::int as corrections from seen join corrections on batch_id = seen.id where not undone group by day)
      select to_char(one.day, 'YYYY-MM-DD') as day, coalesce(sides, 0) as sides, coalesce(documents, 0) as documents,
        coalesce(filed, 0) as filed, coalesce(corrections, 0) as corrections
      from generate_series((${since} at time zone ${zone})::date, (now() at time zone ${zone})::date, '1 day') as one (day)
      left join sides on sides.day = one.day::date
      left join found on found.day = one.day::date
      left join mended on mended.day = one.day::date
      order by one.day`,
    handsAtValues(sql, person, since),
    sql<Overview['deliveries']>`
      select coalesce(destinations.name, slips.destination_id) as destination, slips.destination_id as id,
        count(*) filter (where slips.state = 'delivered')::int as delivered,
        count(*) filter (where slips.state = 'waiting')::int as waiting,
        count(*) filter (where slips.state = 'failed')::int as failed
      from slips
      join documents on documents.id = slips.document_id
      join batches on batches.id = documents.batch_id
      left join destinations on destinations.id = slips.destination_id
      where slips.created_at >= ${since} and ${visibleDocument(sql, person)}
      group by 1, 2
      order by count(*) desc`,
    sql<Overview['storage']>`
      select pages.colour, count(*)::int as pages, sum(pages.bytes)::float as bytes
      from pages
      join batches on batches.id = pages.batch_id
      where pages.colour is not null and batches.created_at >= ${since} and ${visibleTo(sql, person)}
      group by pages.colour
      order by bytes desc`,
    foundWrong(sql, person, since, zone),
    timesOf(sql, person, since),
    faultsOfDevices(sql, person, since),
    codesRead(sql, person, since),
  ])
  return { waiting, days: byDay, ...values, deliveries, storage, ...found, stages, devices, codes }
}
