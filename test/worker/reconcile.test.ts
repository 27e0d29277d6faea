import { createHash } from 'node:crypto'
import { mkdir, mkdtemp, rename, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeEach, expect, it } from 'vitest'
import { retrySlip, slipDelivered } from '../../flow/deliver'
import { findSlip } from '../../store/slips/toDeliver'
import { reconcile } from '../../worker/reconcile'
import { batch, by, code, fillAll, flow, jobs, ownDatabase, queue, sorted, sql } from '../store/harness'

ownDatabase()

const folder = await mkdtemp(join(tmpdir(), 'rubricator-reconcile-'))
afterAll(() => rm(folder, { recursive: true }))

const share = join(folder, 'share')
const place = join(share, 'permit.pdf')
let slip: number
const row = async () =>
  (
    await sql<{ state: string; trouble: string | null; held: boolean; days: number | null }[]>`
    select state, trouble, held_at is not null as held, round(extract(epoch from ask_at - now()) / 86400)::int as days
    from slips where id = ${slip}`
  )[0]!
const dayLater = () => sql`update slips set ask_at = now(), delivered_at = delivered_at - interval '1 day' where id = ${slip}`

beforeEach(async () => {
  await rm(share, { recursive: true, force: true })
  await mkdir(share)
  await writeFile(place, 'one')
  await sql`delete from destination_pauses`
  await sql`delete from slips`
  await sorted(code('MP26-04217'))
  await fillAll(null)
  await sql`
    insert into destinations (id, name, connector, options)
    values ('shelf', 'Shelf', 'network-folder', ${sql.json({ path: share })})
    on conflict (id) do update set options = excluded.options`
  const digest = createHash('sha256').update('one').digest('hex')
  const [made] = await sql<{ id: number }[]>`
    with document as (select id from documents where batch_id = ${batch} limit 1), file as (
      insert into files (document_id, name, media_type, bytes, sha256, edition, format)
      select id, 'permit.pdf', 'application/pdf', 3, ${digest}, 1, 'pdf' from document)
    insert into slips (document_id, destination_id, folder) select id, 'shelf', '' from document returning id`
  slip = made!.id
  await slipDelivered(flow, (await findSlip(sql, slip))!, place, 'Taken.')
})

it('asks after a day, then after twice as long each time, and takes down that it is held', async () => {
  expect(await reconcile({ sql, queue })).toBe(0)
  for (const days of [1, 2, 3]) {
    await dayLater()
    expect(await reconcile({ sql, queue })).toBe(1)
    expect(await row()).toEqual({ state: 'delivered', trouble: null, held: true, days })
  }
})

it.each([
  ['is no longer there', () => rm(place)],
  ['was changed', () => writeFile(place, 'two')],
])('what %s needs a person, and goes there again when it is sent again', async (_, spoil) => {
  await spoil()
  await dayLater()
  await reconcile({ sql, queue })
  const { state, trouble } = await row()
  expect(state).toBe('failed')
  expect(trouble).toContain(`Shelf took it and no longer holds it as it was, at ${place}`)
  expect(await retrySlip(flow, by, (await findSlip(sql, slip))!)).toBe(true)
  expect(await jobs('deliver')).toContainEqual({ slip })
})

it('a share that is away says nothing of what it holds', async () => {
  await rename(share, `${share}-away`)
  await dayLater()
  expect(await reconcile({ sql, queue })).toBe(1)
  await rename(`${share}-away`, share)
  expect(await row()).toMatchObject({ state: 'delivered', held: false })
})
