import type { ReservedSql } from 'postgres'
import type { Sql } from '../store/database'

const lockSpace = 7206

/**
 * Which worker holds which job, so that a dead worker's jobs are taken up at once instead of after their time-out.
 * A worker lives as long as its connection holds its advisory lock.
 */
export class Holding {
  private constructor(private readonly sql: Sql, private readonly worker: number, private readonly own: ReservedSql) {}

  static async begin(sql: Sql): Promise<Holding> {
    const [row] = await sql<{ number: number }[]>`select nextval('worker_numbers')::int as number`
    const own = await sql.reserve()
    await own`select pg_advisory_lock(${lockSpace}, ${row!.number})`
    return new Holding(sql, row!.number, own)
  }

  async take(job: string): Promise<void> {
    await this.sql`
      insert into held_jobs (job, worker) values (${job}, ${this.worker})
      on conflict (job) do update set worker = excluded.worker`
  }

  async release(job: string): Promise<void> {
    await this.sql`delete from held_jobs where job = ${job} and worker = ${this.worker}`
  }

  /** Gives the jobs of dead workers back to the queue. */
  async takeBack(): Promise<number> {
    const back = await this.sql`
      with dead as (
        delete from held_jobs
        where worker <> ${this.worker}
          and worker not in (select objid::int from pg_locks where locktype = 'advisory' and classid = ${lockSpace} and granted)
        returning job
      )
      update pgboss.job set state = 'retry', start_after = now()
      where id in (select job from dead) and state = 'active'
      returning id`
    return back.length
  }

  end(): void {
    this.own.release()
  }
}
