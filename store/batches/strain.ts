import { strainOf, type Strain, type Waiting } from '../../core/quality/waiting'
import { Limits } from '../../core/rubric/handling'
import type { Tx } from '../database'

export interface RubricWaiting {
  id: string
  name: string
  waiting: Waiting
  limits: Limits
  strain: Strain
}

/**
 * What waits for a person under each rubric that has a limit, by its newest version.
 * @param only one rubric; null is all
 */
export async function waitingByRubric(tx: Tx, only: string | null = null): Promise<RubricWaiting[]> {
  const rows = await tx<{ id: string; name: string; limits: unknown }[]>`
    select rubrics.id, rubrics.name, newest.body->'limits' as limits
    from rubrics
    join lateral (select body from rubric_versions where rubric_id = rubrics.id order by version desc limit 1) as newest on true
    where newest.body ? 'limits' and (${only}::uuid is null or rubrics.id = ${only})
    order by rubrics.name`
  const found: RubricWaiting[] = []
  for (const { id, name, ...row } of rows) {
    const limits = Limits.parse(row.limits)
    const [waiting] = await tx<Waiting[]>`
      select count(*) filter (where state = 'to fix')::int as fix, count(*) filter (where state = 'to index')::int as index,
        count(*) filter (where state = 'to check')::int as check,
        extract(epoch from now() - min(state_since))::float / 3600 as "oldestHours",
        count(*) filter (where state_since < now() - make_interval(secs => ${(limits.hours ?? 1e6) * 3600}))::int as late
      from batches
      where rubric_id = ${id} and state in ('to fix', 'to index', 'to check')`
    found.push({ id, name, waiting: waiting!, limits, strain: strainOf(waiting!, limits) })
  }
  return found
}

/** Whom to ask or to tell about a rubric's limit: those that it names, else the stewards. */
export function toldOf(tx: Tx, rubric: string): Promise<{ id: string; name: string; mail: string | null }[]> {
  return tx<{ id: string; name: string; mail: string | null }[]>`
    select id, name, mail from people
    where deactivated_at is null and (id in (select person from rubric_told where rubric_id = ${rubric})
      or ('steward' = any(roles) and not exists (select 1 from rubric_told where rubric_id = ${rubric})))
    order by lower(name)`
}

/** Notes that people are told of a crossing; false where they were already, or nothing was crossed. */
export async function noteCrossing(tx: Tx, rubric: string, strain: Strain): Promise<boolean> {
  if (strain === 'fine') {
    await tx`delete from limit_warnings where rubric_id = ${rubric}`
    return false
  }
  const noted = await tx`
    insert into limit_warnings (rubric_id, strain) values (${rubric}, ${strain})
    on conflict (rubric_id) do update set strain = excluded.strain, at = now()
    where limit_warnings.strain = 'near' and excluded.strain = 'full'
    returning 1`
  return noted.length > 0
}
