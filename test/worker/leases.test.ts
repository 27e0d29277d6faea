import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import { Leases } from '../../worker/leases'
import { resumeBatch } from '../../flow/hold'
import { showBatch } from '../../store/batches/show'
import { lastFailure } from '../../worker/lastFailure'
import { batch, blank, by, code, flow, idOf, jobs, load, ownDatabase, queue, sorted, sql, url } from '../store/harness'

ownDatabase()

/** The one job of the batch's load, fetched as a worker does; its identity. */
async function fetched(): Promise<string> {
  const [job] = await queue.boss.fetch('receive')
  return job!.id
}
const here = () => sql`(select oid from pg_database where datname = current_database())`
const locks = async () => (await sql`select 1 from pg_locks where locktype = 'advisory' and classid = 7206 and database = ${here()}`).length
/** Breaks the connection of the worker that holds a job, and waits until its lock is gone. */
async function breakLock(): Promise<void> {
  await sql`select pg_terminate_backend(pid) from pg_locks where locktype = 'advisory' and classid = 7206 and database = ${here()}
    and objid = (select worker from job_leases)`
  await expect.poll(locks).toBe(1)
}
const stateOf = async (job: string) => (await sql<{ state: string }[]>`select state from pgboss.job where id = ${job}`)[0]!.state

describe('a job that a worker holds', () => {
  let other: Leases
  beforeEach(async () => {
    await sql`delete from job_leases`
    await sql`delete from pgboss.job`
    await sql.begin(tx => queue.send(tx, 'receive', { load }))
    other = await Leases.begin(sql, url)
    return () => other.end()
  })

  it('is taken up by another once its worker is gone, and not before two looks', async () => {
    const dying = await Leases.begin(sql, url)
    const job = await fetched()
    await dying.take(job)
    expect([await other.takeBack(), await other.takeBack(), await other.takeBack()]).toEqual([0, 0, 0])
    expect(await stateOf(job)).toBe('active')
    // Its connections break, as they do when its process is killed.
    await breakLock()
    expect([await other.takeBack(), await other.takeBack()]).toEqual([0, 1])
    expect(await stateOf(job)).toBe('retry')
    expect(await sql`select 1 from job_leases`).toHaveLength(0)
    await dying.end()
  })

  it('stays its own where its connection breaks and it takes its lock again in time', async () => {
    const worker = await Leases.begin(sql, url)
    const job = await fetched()
    await worker.take(job)
    await breakLock()
    expect(await other.takeBack()).toBe(0)
    // As a worker does, every now and then.
    await expect.poll(() => worker.keepLock().then(locks)).toBe(2)
    expect([await other.takeBack(), await other.takeBack(), await other.takeBack()]).toEqual([0, 0, 0])
    expect(await stateOf(job)).toBe('active')
    await worker.end()
  })

  it('over which three workers died is not tried again: its batch is held, with the reason, once', async () => {
    await sorted(code('MP26-04217'), blank)
    await sql`delete from pgboss.job`
    await sql`update pages set evidence = null where id = ${await idOf(1)}`
    await sql.begin(async tx => queue.send(tx, 'examine', { page: await idOf(1) }))
    for (let death = 1; death <= 3; death++) {
      const dying = await Leases.begin(sql, url)
      const [job] = await queue.boss.fetch('examine')
      await dying.take(job!.id)
      await breakLock()
      await other.takeBack()
      await other.takeBack()
      expect(await stateOf(job!.id)).toBe(death < 3 ? 'retry' : 'failed')
      await dying.end()
    }
    const [ended] = await other.endedInSilence()
    expect(ended).toMatchObject({ step: 'examine', data: { page: await idOf(1) }, died: true })
    expect([await other.setApart(ended!.id), await other.setApart(ended!.id)]).toEqual([true, false])
    await lastFailure(flow, ended!.step, ended!.data, new Error('three workers ended while they were at it'))
    expect(await showBatch(sql, batch)).toMatchObject({
      state: 'held',
      trouble: 'Page 1 could not be examined: three workers ended while they were at it',
    })
    expect(await other.endedInSilence()).toEqual([])
    // A person has it tried again.
    expect(await resumeBatch(flow, by, batch)).toBe(true)
    expect(await jobs('examine')).toEqual([{ page: await idOf(1) }])
  })

  it('that failed because its time was over is found too', async () => {
    const [job] = await queue.boss.fetch('receive')
    await sql`update pgboss.job set state = 'failed' where id = ${job!.id}`
    expect((await other.endedInSilence()).map(one => [one.step, one.died])).toEqual([['receive', false]])
  })

  it('is an orphan where nobody noted it in time: fetched, and its worker died at once', async () => {
    const job = await fetched()
    expect(await other.takeBack()).toBe(0)
    await sql`update pgboss.job set started_on = now() - interval '16 seconds' where id = ${job}`
    expect(await other.takeBack()).toBe(1)
    expect(await stateOf(job)).toBe('retry')
  })

  it('that it could not let go of is given back by itself', async () => {
    const job = await fetched()
    await other.take(job)
    const [{ worker }] = await sql<[{ worker: number }]>`select worker from job_leases`
    await other.release(job)
    await sql`insert into job_leases (job, worker) values (${job}, ${worker}), (${randomUUID()}, ${worker})`
    expect(await other.takeBack()).toBe(1)
    expect(await stateOf(job)).toBe('retry')
  })
})
