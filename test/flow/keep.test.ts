import { beforeEach, expect, it } from 'vitest'
import { forgetOldBytes, keepWhole } from '../../flow/keep'
import { abandonBatch } from '../../flow/complete'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { batch, blank, by, code, fillAll, flow, ownDatabase, sorted, sql } from '../store/harness'

ownDatabase()

/** Sides that still have bytes: what was scanned, and the page as it was cleaned. */
const bytes = async () => {
  const rows = await sql<{ scanned: boolean; cleaned: boolean; known: boolean }[]>`
    select blob is not null as scanned, page_blob is not null as cleaned, coalesce(blob, digest) is not null as known
    from pages where batch_id = ${batch} order by position`
  return rows.map(row => [row.scanned, row.cleaned, row.known])
}
const kept = [true, true, true]
const over = (days: number) => sql`update batches set state = 'done', ended_at = now() - make_interval(days => ${days}) where id = ${batch}`

beforeEach(async () => {
  await sql`update rubric_versions set body = body || ${sql.json({ keep: { setAsideDays: 30, originalDays: 365 } })}`
  await sorted(code('MP26-04217'), blank)
  await fillAll(null)
})

it('lets bytes go after the days that the rubric says, and keeps the account', async () => {
  await over(29)
  await forgetOldBytes(flow)
  expect(await bytes()).toEqual([kept, kept])
  await over(31)
  expect(await forgetOldBytes(flow)).toBe(1)
  expect(await bytes()).toEqual([kept, [false, false, true]])
  await over(366)
  expect(await forgetOldBytes(flow)).toBe(1)
  expect(await bytes()).toEqual([
    [false, true, true],
    [false, false, true],
  ])
  expect(await forgetOldBytes(flow)).toBe(0)
  expect((await ledgerOfBatch(sql, batch)).totals).toMatchObject({ scanned: 2, kept: 1, blank: 1 })
  const told = await sql<{ new: unknown }[]>`select new from trail where batch_id = ${batch} and what = 'let bytes go' order by id`
  expect(told.map(line => line.new)).toEqual([
    { aside: 1, originals: 0 },
    { aside: 0, originals: 1 },
  ])
})

it('never before every delivery is confirmed, and not while somebody has the batch kept whole', async () => {
  await over(400)
  const [document] = await sql<{ id: number }[]>`select id from documents where batch_id = ${batch}`
  await sql`insert into destinations (id, name, connector, options) values ('somewhere', 'Somewhere', 'network-folder', '{}')
    on conflict do nothing`
  await sql`insert into slips (document_id, destination_id, folder, state) values (${document!.id}, 'somewhere', '', 'failed')`
  expect(await forgetOldBytes(flow)).toBe(0)
  await sql`update slips set state = 'delivered', place = 'there', delivered_at = now() where document_id = ${document!.id}`
  await keepWhole(flow, by, batch, 'The matter is before a court')
  expect(await forgetOldBytes(flow)).toBe(0)
  await keepWhole(flow, by, batch, null)
  expect(await forgetOldBytes(flow)).toBe(2)
})

it('takes all of a batch that was given up', async () => {
  expect(await abandonBatch(flow, by, batch)).toBe(true)
  expect(await forgetOldBytes(flow)).toBe(0)
  await sql`update batches set ended_at = now() - interval '31 days' where id = ${batch}`
  expect(await forgetOldBytes(flow)).toBe(2)
  expect(await bytes()).toEqual([
    [false, false, true],
    [false, false, true],
  ])
})
