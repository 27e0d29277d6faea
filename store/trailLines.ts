import type { TrailLine } from '../shared/views/trail'
import { partLike, type Sql } from './database'
import { onDays } from './setup/officeDays'
import { withValues } from './trailValues'

export interface TrailSearch {
  person?: string | undefined
  what?: string | undefined
  /** Days of the office's calendar. */
  from?: string | undefined
  to?: string | undefined
  batch?: number | undefined
  before: number | null
  most: number
}

/** Lines of the trail, the newest first, by key. */
export async function trailLines(sql: Sql, { person, what, from, to, batch, before, most }: TrailSearch): Promise<TrailLine[]> {
  const lines = await sql<TrailLine[]>`
    select trail.id, trail.at, trail.actor, people.name as person, trail.what, trail.batch_id as batch, batches.name as "batchName",
      trail.document_id as document, trail.address, trail.old, trail.new, trail_chain.seq
    from trail
    left join people on people.id = trail.person
    left join batches on batches.id = trail.batch_id
    left join trail_chain on trail_chain.trail_id = trail.id
    where (${before}::bigint is null or trail.id < ${before}::bigint)
      and (${person ?? null}::uuid is null or trail.person = ${person ?? null}::uuid)
      and (${what ?? null}::text is null or trail.what ilike ${partLike(what ?? '')})
      and (${batch ?? null}::bigint is null or trail.batch_id = ${batch ?? null}::bigint)
      and ${onDays(sql, sql`trail.at`, { from, to })}
    order by trail.id desc
    limit ${most}`
  return withValues(sql, lines)
}
