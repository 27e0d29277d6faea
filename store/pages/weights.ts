import type { PageWeight } from '../../core/model/views'
import type { Sql } from '../database'

const newest = 3000

/** What pages made with a rubric have weighed on average, by colour and resolution; those of all rubrics where it has none yet. */
export async function pageWeights(sql: Sql, rubric: string): Promise<PageWeight[]> {
  const weigh = (own: boolean) => sql<PageWeight[]>`
    with newest as (
      select colour, (evidence->>'dpi')::float as dpi, bytes
      from pages
      join batches on batches.id = batch_id
      where bytes is not null and fate = 'kept' and not born_digital and (not ${own} or rubric_id = ${rubric})
      order by pages.id desc
      limit ${newest})
    select colour, dpi::int as dpi, avg(bytes)::int as bytes, count(*)::int as pages
    from newest
    group by colour, dpi
    order by pages desc`
  const own = await weigh(true)
  return own.length ? own : weigh(false)
}
