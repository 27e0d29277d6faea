import { afterAll, expect, it } from 'vitest'
import { liveTheWeek, type Step } from '../../run/demo/week'
import { openDatabase } from '../../store/database'
import { until } from '../product/client'
import { running } from '../product/running'

const sql = openDatabase(running().database, 1)
afterAll(() => sql.end())

it('the demo’s week is lived by the real path, once, and goes on where it was cut off', async () => {
  const slips: Step = {
    step: 'two slips',
    person: 'Tamsin',
    rubric: 'Landing slips',
    stack: 'landing-slips',
    seed: 21,
    documents: '1-2',
    then: 'confirm',
    when: { daysAgo: 2, at: '09:10' },
  }
  const letters: Step = { ...slips, step: 'a letter', rubric: 'Office letters', stack: 'office-letters', documents: '1', then: 'leave' }
  const { app, api, signIns } = running()
  const live = (plan: Step[], signal = new AbortController().signal) =>
    liveTheWeek(sql, { app, api, signIns: signIns as never }, signal, plan)
  const cut = new AbortController()
  const first = live([slips, letters], cut.signal)
  // Cut off once the first batch is begun.
  await until(
    async () => (await sql`select 1 from demo_steps where step = 'two slips' and batch is not null`).length,
    there => there > 0,
  )
  cut.abort()
  await expect(first).rejects.toThrow()
  await live([slips, letters])
  await live([slips, letters])
  const steps = await sql<{ step: string; name: string; state: string; at: string; ago: number; sides: number; confirmed: number }[]>`
    select step, batches.name, state, to_char(created_at at time zone 'Europe/London', 'FMDD Mon HH24:MI') as at,
      current_date - created_at::date as ago, (select count(*)::int from pages where batch_id = batches.id) as sides,
      (select count(*)::int from documents where batch_id = batches.id and state <> 'open') as confirmed
    from demo_steps join batches on batches.id = batch
    order by batches.id`
  expect(steps.map(({ step, sides, confirmed }) => [step, sides, confirmed])).toEqual([
    ['two slips', 2, 2],
    ['a letter', 2, 0],
  ])
  expect(steps[1]!.state).toBe('to index')
  // It stands where it belongs in the week, by its name and with all that became of it, and the trail says that this was done.
  expect(steps[0]!.name).toBe(`Landing slips, ${steps[0]!.at}`)
  expect(steps[0]!.at).toMatch(/ 09:10$/)
  expect(steps[0]!.ago).toBeGreaterThanOrEqual(2)
  const [dated] = await sql<{ lines: number; later: number }[]>`
    select (select count(*)::int from trail where batch_id = batches.id and what = 'date back') as lines,
      (select count(*)::int from slips join documents on documents.id = document_id
        where batch_id = batches.id and not delivered_at between batches.created_at and batches.created_at + interval '1 hour') as later
    from batches join demo_steps on batch = batches.id where step = 'two slips'`
  expect(dated).toEqual({ lines: 1, later: 0 })
  const [left] = await sql<{ open: number }[]>`select count(*)::int as open from demo_steps where done_at is null`
  expect(left!.open).toBe(0)
  const failed = async () => sql<{ trouble: string }[]>`select trouble from slips where state = 'failed' and trouble like '%net.store%'`
  expect(await until(failed, found => found.length > 0)).toHaveLength(1)
})
