import { expect, it } from 'vitest'
import { giveSign, readiness } from '../../store/readiness'
import { load, ownDatabase, queue, sql } from './harness'

ownDatabase()

it('counts workers by their signs of life, and knows how long the oldest job waits', async () => {
  await sql`delete from worker_signs`
  await giveSign(sql, 1)
  await giveSign(sql, 2)
  await giveSign(sql, 1)
  expect(await readiness(sql)).toEqual({ workers: 2, waiting: 0 })
  await sql`update worker_signs set seen_at = now() - interval '1 minute' where worker = 2`
  await sql.begin(tx => queue.send(tx, 'receive', { load }))
  await sql`update pgboss.job set start_after = now() - interval '11 minutes' where state = 'created'`
  expect(await readiness(sql)).toEqual({ workers: 1, waiting: 660 })
  await sql`delete from pgboss.job`
})
