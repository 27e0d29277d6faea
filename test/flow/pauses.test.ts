import { beforeEach, expect, it } from 'vitest'
import { pauseAfter } from '../../core/model/deliveryPause'
import { slipDelivered, slipRefused } from '../../flow/deliver'
import { mayGo, tryDue } from '../../flow/pauses'
import { findSlip } from '../../store/slips/toDeliver'
import { batch, blank, code, fillAll, flow, jobs, ownDatabase, queue, sorted, sql } from '../store/harness'

ownDatabase()

let slips: number[]
const fail = async (id: number) => slipRefused(flow, (await findSlip(sql, id))!, 'It does not answer.', false)
const stateOf = async (id: number) => {
  const [row] = await sql<
    { state: string; attempts: number; next_try: Date | null }[]
  >`select state, attempts, next_try from slips where id = ${id}`
  return row!
}
const later = (seconds: number) => sql`update destination_pauses set until = until - make_interval(secs => ${seconds})`

beforeEach(async () => {
  await sql`delete from destination_pauses`
  await sql`delete from slips`
  await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
  await fillAll(null)
  await sql`insert into destinations (id, name, connector, options) values ('one', 'One', 'network-folder', '{}'), ('two', 'Two',
    'network-folder', '{}') on conflict do nothing`
  const rows = await sql<{ id: number }[]>`
    insert into slips (document_id, destination_id, folder)
    select documents.id, destination, folder
    from documents, unnest(array['one', 'two']) as destination, unnest(array['', 'a', 'b']) as folder
    where batch_id = ${batch} returning id`
  slips = (
    await sql<{ id: number }[]>`select id from slips where destination_id = 'one' and id = any(${rows.map(row => row.id)}) order by id`
  ).map(row => row.id)
})

it('a delivery is tried again after pauses that grow, for a day, then waits for a person', async () => {
  const [first] = slips as [number]
  expect([1, 2, 3, 20].map(pauseAfter)).toEqual([5, 10, 20, 3600])
  await fail(first)
  expect(await stateOf(first)).toMatchObject({ state: 'waiting', attempts: 1 })
  expect(await tryDue(sql, queue)).toBe(0)
  await sql`update slips set next_try = now() where id = ${first}`
  expect(await tryDue(sql, queue)).toBe(1)
  expect(await tryDue(sql, queue)).toBe(0)
  expect(await jobs('deliver')).toContainEqual({ slip: first })
  await sql`update slips set tried_since = now() - interval '25 hours' where id = ${first}`
  await fail(first)
  expect(await stateOf(first)).toMatchObject({ state: 'failed', next_try: null })
})

it('a destination that is down lets one delivery through at a time, and holds no other destination', async () => {
  const [a, b, c, d] = slips as [number, number, number, number]
  for (const id of [a, b, c]) {
    expect(await mayGo(sql, id, 'one')).toBe(true)
    await fail(id)
  }
  expect(await mayGo(sql, d, 'one')).toBe(false)
  expect((await stateOf(d)).next_try).not.toBeNull()
  expect((await stateOf(d)).attempts).toBe(0)
  expect(await mayGo(sql, d, 'two')).toBe(true)
  await later(10)
  // Two workers at once: one of them shows whether it is back.
  const both = await Promise.all([mayGo(sql, a, 'one'), mayGo(sql, b, 'one')])
  expect(both.filter(Boolean)).toHaveLength(1)
})

it('once it takes something again, the rest follows at once', async () => {
  const [a, b, c, d] = slips as [number, number, number, number]
  for (const id of [a, b, c]) await fail(id)
  await mayGo(sql, d, 'one')
  await slipDelivered(flow, (await findSlip(sql, a))!, 'there', 'Taken.')
  expect(await tryDue(sql, queue)).toBe(3)
  expect(await mayGo(sql, d, 'one')).toBe(true)
  expect(await stateOf(a)).toMatchObject({ state: 'delivered', next_try: null })
})
