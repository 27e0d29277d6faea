import type { Fragment } from 'postgres'
import type { Person } from '../shared/views/people'
import type { Overview } from '../shared/views/overview'
import type { Sql } from './database'
import { visibleTo } from './people/rights'

/** Stacks that were scanned at each device, and on how many of them it had trouble. @param since an instant, as SQL */
export function faultsOfDevices(sql: Sql, person: Person, since: Fragment): Promise<Overview['devices']> {
  return sql<Overview['devices']>`
    select devices.name as device, devices.id, count(*)::int as loads, count(loads.trouble)::int as faults,
      (array_agg(loads.trouble order by loads.id desc) filter (where loads.trouble is not null))[1] as last
    from loads
    join devices on devices.id = loads.device_id
    join batches on batches.id = loads.batch_id
    where loads.kind = 'device' and batches.created_at >= ${since} and ${visibleTo(sql, person)}
    group by devices.name, devices.id
    order by count(loads.trouble) desc, devices.name`
}

/** Pages on which a rubric's rules saw a code: how many of them were read. @param since an instant, as SQL */
export function codesRead(sql: Sql, person: Person, since: Fragment): Promise<Overview['codes']> {
  return sql<Overview['codes']>`
    select rubrics.name as rubric, count(*)::int as pages,
      count(*) filter (where pages.evidence->'codes'->0 is not null)::int as read
    from batches
    join rubrics on rubrics.id = batches.rubric_id
    join pages on pages.batch_id = batches.id
    where batches.created_at >= ${since} and ${visibleTo(sql, person)}
      and (pages.evidence->'codes'->0 is not null or pages.evidence->'unread'->0 is not null)
    group by rubrics.name
    order by pages desc`
}
