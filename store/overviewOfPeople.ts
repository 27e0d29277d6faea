import type { Fragment } from 'postgres'
import type { Person } from '../shared/views/people'
import type { Overview } from '../shared/views/overview'
import type { Sql } from './database'
import { visibleDocument, visibleTo } from './people/rights'

const mostGroups = 200

/** What second persons found, by day and by where it lies. @param since an instant, as SQL @param zone in which days begin */
export async function foundWrong(sql: Sql, person: Person, since: Fragment, zone: string): Promise<Pick<Overview, 'checked' | 'faults'>> {
  const seen = sql`
    seen as (
      select verdicts.*, rubrics.name as rubric, documents.type
      from verdicts
      join batches on batches.id = verdicts.batch_id
      join rubrics on rubrics.id = batches.rubric_id
      join documents on documents.id = verdicts.document_id
      where verdicts.at >= ${since} and ${visibleDocument(sql, person)})`
  const [checked, faults] = await Promise.all([
    sql<Overview['checked']>`
      with ${seen}
      select to_char((at at time zone ${zone})::date, 'YYYY-MM-DD') as day, count(*)::int as documents,
        count(*) filter (where not correct)::int as faulty
      from seen group by 1 order by 1`,
    sql<Overview['faults']>`
      with ${seen}, looked as (select rubric, count(*)::int as documents from seen group by rubric)
      select seen.rubric, seen.type, kind, field, devices.name as device, count(*)::int as faults, min(looked.documents)::int as documents
      from seen
      join looked on looked.rubric = seen.rubric
      left join lateral (
        select device_id from pages join loads on loads.id = load_id where document_id = seen.document_id order by page_order limit 1
      ) as first on true
      left join devices on devices.id = first.device_id
      where not correct
      group by seen.rubric, seen.type, kind, field, devices.name
      order by faults desc, seen.rubric
      limit ${mostGroups}`,
  ])
  return { checked, faults }
}

/** How long batches that went on stood where people work, by rubric and stage: the middle one, and nine of ten. */
export function timesOf(sql: Sql, person: Person, since: Fragment): Promise<Overview['stages']> {
  return sql<Overview['stages']>`
    with moved as (
      select rubrics.name as rubric, trail.old #>> '{}' as stage, at, lag(at) over (partition by trail.batch_id order by trail.id) as before
      from batches
      join rubrics on rubrics.id = batches.rubric_id
      join trail on trail.batch_id = batches.id
      where batches.created_at >= ${since} and ${visibleTo(sql, person)}
        and jsonb_typeof(trail.old) = 'string' and jsonb_typeof(trail.new) = 'string' and trail.document_id is null)
    select rubric, stage, count(*)::int as batches,
      round(percentile_cont(0.5) within group (order by extract(epoch from at - before) / 3600)::numeric, 3)::float as middle,
      round(percentile_cont(0.9) within group (order by extract(epoch from at - before) / 3600)::numeric, 3)::float as most
    from moved
    where stage in ('to fix', 'to index', 'to check') and before is not null
    group by rubric, stage
    order by rubric, array_position(array['to fix', 'to index', 'to check'], stage)`
}
