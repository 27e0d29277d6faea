import postgres from 'postgres'
import { noticesSilence, type Sql } from '../store/database'
import { steps, type Jobs, type Step } from '../store/queue'

const lockSpace = 7206
/** A worker whose connection broke gets its lock back within a second or two; only after two looks is it dead. */
const looksUntilDead = 2
const mostDeaths = 3
/** Steps that open what came from outside. Taking in and sending last long, and meet many workers' ends. */
const deadly: Step[] = ['examine', 'split', 'read', 'fill', 'build', 'try']
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

  private constructor(
    private readonly sql: Sql,
    url: string,
    readonly worker: number,
  ) {
    this.own = postgres(url, {
      max: 1,
      max_lifetime: null,
      ...noticesSilence,
      onnotice: () => undefined,
      onclose: () => (this.locked = false),
    })
  }

  static async begin(sql: Sql, url: string): Promise<Leases> {
    const [row] = await sql<{ number: number }[]>`select nextval('worker_numbers')::int as number`
    const leases = new Leases(sql, url, row!.number)
    await leases.keepLock()
    return leases
  }

  /**
   * Takes the lock again where the connection that held it broke, as it does when PostgreSQL restarts. It is asked over that
   * connection, too: one that the other end gave up would not say so by itself.
   */
  async keepLock(): Promise<void> {
    if (this.locked) {
      await this.own`select 1`
      return
    }
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

  /**
   * Gives the jobs of dead workers, and those that nobody holds, back to the queue; but one over which three workers died
   * has failed for good, since it may be what kills them.
   */
  async takeBack(): Promise<number> {
    const back = await this.sql`
      with dead as (
        delete from job_leases
        where worker = any(${await this.deadWorkers()})
          -- What this worker could not let go of while the database was away.
          or (worker = ${this.worker} and job <> all(${[...this.current]}::uuid[]))
        returning job, worker
      ), counted as (
        insert into job_deaths as before (job, deaths)
        select job, 1 from dead where worker <> ${this.worker}
        on conflict (job) do update set deaths = before.deaths + 1, died_at = now()
        returning job, deaths
      )
      update pgboss.job
      set state = case when name = any(${deadly}) and exists (select 1 from counted where job = id and deaths >= ${mostDeaths})
          then 'failed' else 'retry' end::pgboss.job_state,
        start_after = now()
      where state = 'active'
        and (id in (select job from dead)
          or (started_on < now() - make_interval(secs => ${orphanSeconds}) and id not in (select job from job_leases)))
      returning id`
    return back.length
  }

  /** Notes that a person is told of a job that failed for good; true the first time. */
  async setApart(job: string): Promise<boolean> {
    const first = await this.sql`insert into jobs_set_apart (job) values (${job}) on conflict do nothing returning 1`
    return first.length > 0
  }

  /** Jobs that failed for good without their worker having a say: their time was over, or workers died over them. */
  async endedInSilence(): Promise<{ id: string; step: Step; data: Jobs[Step]; died: boolean }[]> {
    return this.sql<{ id: string; step: Step; data: Jobs[Step]; died: boolean }[]>`
      select id, name as step, data, exists (select 1 from job_deaths where job = id and deaths >= ${mostDeaths}) as died
      from pgboss.job
      where state = 'failed' and name = any(${steps}) and not exists (select 1 from jobs_set_apart where job = id)
      limit 100`
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
