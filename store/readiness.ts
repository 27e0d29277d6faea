import type { Sql } from './database'

export interface Readiness {
  /** Workers that gave a sign of life within the last three quarters of a minute. */
  workers: number
  /** Seconds that the oldest job which could run has waited. */
  waiting: number
}

/** A worker's sign of life. */
export async function giveSign(sql: Sql, worker: number): Promise<void> {
  await sql`insert into worker_signs (worker) values (${worker}) on conflict (worker) do update set seen_at = now()`
}

/** How the work goes, as PostgreSQL tells it. */
export async function readiness(sql: Sql): Promise<Readiness> {
  const [row] = await sql<Readiness[]>`
    select (select count(*)::int from worker_signs where seen_at > now() - interval '45 seconds') as workers,
      coalesce((select extract(epoch from now() - min(start_after)) from pgboss.job
        where state in ('created', 'retry') and start_after <= now()), 0)::int as waiting`
  return row!
}
