import postgres from 'postgres'
import type { Sql } from '../store/database'

const lockSpace = 7206
/** A worker whose connection broke gets its lock back within a second or two; only after two looks is it dead. */
const looksUntilDead = 2
/** Between fetching a job and noting who holds it lie milliseconds; a job that nobody holds after this long is an orphan. */
const orphanSeconds = 15

/**
 * Which worker has the lease of which job, so that a dead worker's jobs are taken up at once instead of after their time-out.
 * A worker lives as long as its connection holds its advisory lock.
 */
export class Leases {
  /** A connection for the lock alone: never closed for its age, and known when it breaks. */
  private readonly own: postgres.Sql
  private locked = false
  private readonly missing = new Map<number, number>()
  private readonly current = new Set<string>()

  private constructor(private readonly sql: Sql, url: string, private readonly worker: number) {
    this.own = postgres(url, { max: 1, max_lifetime: null, onnotice: () => undefined, onclose: () => (this.locked = false) })
  }

  static async begin(sql: Sql, url: string): Promise<Leases> {
    const [row] = await sql<{ number: number }[]>`select nextval('worker_numbers')::int as number`
    const leases = new Leases(sql, url, row!.number)
    await leases.keepLock()
    return leases
  }

  /** Takes the lock again where the connection that held it broke, as it does when PostgreSQL restarts. */
  async keepLock(): Promise<void> {
    if (this.locked) return
    await this.own`select pg_advisory_lock(${lockSpace}, ${this.worker})`
    this.locked = true
  }

  async take(job: string): Promise<void> {
    this.current.add(job)
    await this.sql`
      insert into job_leases (job, worker) values (${job}, ${this.worker})
      on conflict (job) do update set worker = excluded.worker`
  }

  async release(job: string): Promise<void> {
    this.current.delete(job)
    await this.sql`delete from job_leases where job = ${job} and worker = ${this.worker}`
  }

  /** Gives the jobs of dead workers, and those that nobody holds, back to the queue. */
  async takeBack(): Promise<number> {
    const back = await this.sql`
      with dead as (
        delete from job_leases
        where worker = any(${await this.deadWorkers()})
          -- What this worker could not let go of while the database was away.
          or (worker = ${this.worker} and job <> all(${[...this.current]}::uuid[]))
        returning job
      )
      update pgboss.job set state = 'retry', start_after = now()
      where state = 'active'
        and (id in (select job from dead)
          or (started_on < now() - make_interval(secs => ${orphanSeconds}) and id not in (select job from job_leases)))
      returning id`
    return back.length
  }

  private async deadWorkers(): Promise<number[]> {
    const rows = await this.sql<{ worker: number }[]>`
      select distinct worker from job_leases
      where worker <> ${this.worker}
        and worker not in (select objid::int from pg_locks where locktype = 'advisory' and classid = ${lockSpace} and granted
          -- Another copy may share the server.
          and database = (select oid from pg_database where datname = current_database()))`
    const now = new Set(rows.map(row => row.worker))
    for (const worker of this.missing.keys()) if (!now.has(worker)) this.missing.delete(worker)
    for (const worker of now) this.missing.set(worker, (this.missing.get(worker) ?? 0) + 1)
    return [...this.missing].filter(([, looks]) => looks >= looksUntilDead).map(([worker]) => worker)
  }

  async end(): Promise<void> {
    await this.own.end({ timeout: 1 })
  }
}
