import type { HealthView } from '../shared/views/health'
import type { Sql } from './database'

/** What a worker did of a step. */
export interface Done {
  done: number
  failed: number
  seconds: number
}

/** Adds what a worker did since it last said so. */
export async function addFigures(sql: Sql, figures: ReadonlyMap<string, Done>): Promise<void> {
  for (const [step, { done, failed, seconds }] of figures)
    await sql`
      insert into step_figures (step, done, failed, seconds) values (${step}, ${done}, ${failed}, ${seconds})
      on conflict (step) do update
      set done = step_figures.done + excluded.done, failed = step_figures.failed + excluded.failed,
        seconds = step_figures.seconds + excluded.seconds`
}

/** How a copy runs, but for the room, which no database knows. */
export type Figures = Omit<HealthView, 'freeBytes'>

/** How the work stands, for those who watch over it. */
export async function figures(sql: Sql): Promise<Figures> {
  const [steps, jobs, batches, slips, [rest]] = await Promise.all([
    sql<Figures['steps']>`select step, done::float8 as done, failed::float8 as failed, seconds from step_figures order by step`,
    sql<Figures['jobs']>`
      select name as step, count(*) filter (where state in ('created', 'retry'))::int as waiting,
        count(*) filter (where state = 'active')::int as active,
        coalesce(extract(epoch from now() - min(start_after) filter (where state in ('created', 'retry') and start_after <= now())), 0)::int
          as oldest
      from pgboss.job
      where state in ('created', 'retry', 'active')
      group by name
      order by name`,
    sql<Figures['batches']>`
      select state, count(*)::int as count from batches where state not in ('done', 'abandoned') group by state order by state`,
    sql<Figures['slips']>`
      select destination_id as destination, count(*) filter (where state = 'waiting')::int as waiting,
        count(*) filter (where state = 'failed')::int as failed
      from slips
      where state <> 'delivered'
      group by destination_id
      order by destination_id`,
    sql<{ workers: number; used: number; most: number; bytes: number }[]>`
      select (select count(*)::int from worker_signs where seen_at > now() - interval '45 seconds') as workers,
        (select count(*)::int from pg_stat_activity where backend_type = 'client backend') as used,
        current_setting('max_connections')::int as most, pg_database_size(current_database())::float8 as bytes`,
  ])
  const { workers, used, most, bytes } = rest!
  return { steps, jobs, batches, slips, workers, connections: { used, most }, databaseBytes: bytes }
}
