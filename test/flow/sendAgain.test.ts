import { beforeEach, expect, it } from 'vitest'
import { Office } from '../../core/model/office'
import { sendAgain } from '../../flow/amend'
import { slipDelivered, slipRefused } from '../../flow/deliver'
import { showBatch } from '../../store/batches/show'
import { saveOffice } from '../../store/setup/office'
import { listSlips, slipChoices, slipHours, slipRow, type SlipSearch } from '../../store/slips/list'
import { findSlip } from '../../store/slips/toDeliver'
import { batch, blank, by, code, fillAll, flow, jobs, ownDatabase, owner, sorted, sql } from '../store/harness'

ownDatabase()

const clerk = (id: string) => ({ id, name: 'Clerk', roles: ['clerk' as const] })
let documents: number[]
const arrive = async (slip: number) => slipDelivered(flow, (await findSlip(sql, slip))!, `/share/${slip}.pdf`, 'Taken.')
const slipsOf = async (document: number) =>
  (
    await sql<{ id: number; edition: number; state: string }[]>`
    select id, edition, state from slips where document_id = ${document} order by id`
  ).map(row => ({ ...row }))

beforeEach(async () => {
  await sql`delete from destination_pauses`
  await sql`delete from slips`
  await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
  await fillAll(null)
  await sql`insert into destinations (id, name, connector, options) values ('one', 'One', 'network-folder', '{}'), ('two', 'Two',
    'network-folder', '{}') on conflict do nothing`
  documents = (await sql<{ id: number }[]>`select id from documents where batch_id = ${batch} order by position`).map(row => row.id)
  await sql`update documents set state = 'checked', built_at = now() where batch_id = ${batch}`
  await sql`update batches set state = 'sending' where id = ${batch}`
  await sql`
    insert into files (document_id, name, media_type, bytes, sha256, edition, format)
    select id, 'permit-' || position || '.pdf', 'application/pdf', 3, ${'ab'.repeat(32)}, 1, 'pdf' from documents where batch_id = ${batch}`
  await sql`
    insert into slips (document_id, destination_id, folder)
    select documents.id, destination, '2026' from documents, unnest(array['one', 'two']) as destination where batch_id = ${batch}`
})
const slips = async () => (await Promise.all(documents.map(slipsOf))).flat()

it('sends a filed document once more, the same files as its next edition, and the batch is done again', async () => {
  const [first] = documents as [number]
  const again = () => sendAgain(flow, by, { id: first, batch })
  expect(await again()).toBe(false)
  for (const { id } of await slips()) await arrive(id)
  expect((await showBatch(sql, batch))!.state).toBe('done')
  await sql`delete from pgboss.job`
  expect(await again()).toBe(true)
  expect(await again()).toBe(false)
  expect((await slipsOf(first)).map(({ edition, state }) => `${edition} ${state}`)).toEqual([
    '1 delivered',
    '1 delivered',
    '2 waiting',
    '2 waiting',
  ])
  const fresh = (await slipsOf(first)).slice(2)
  expect(await jobs('deliver')).toEqual(fresh.map(({ id }) => ({ slip: id })))
  expect((await showBatch(sql, batch))!.state).toBe('sending')
  for (const { id } of fresh) {
    expect((await slipRow(sql, id))!).toMatchObject({ edition: 2, sha256: 'ab'.repeat(32), title: 'permit-1.pdf' })
    await arrive(id)
  }
  expect((await showBatch(sql, batch))!.state).toBe('done')
  const files = await sql`select edition, name from files where document_id = ${first} order by edition`
  expect(files.map(row => ({ ...row }))).toEqual([
    { edition: 1, name: 'permit-1.pdf' },
    { edition: 2, name: 'permit-1.pdf' },
  ])
})

it('slips are narrowed by destination, person, day and state, and only by those who may see them', async () => {
  const [tamsin, jowan] = [clerk(owner), clerk('00000000-0000-4000-8000-000000000009')]
  const [one, two] = (await slips()) as { id: number }[] as [{ id: number }, { id: number }]
  await arrive(one.id)
  await slipRefused(flow, (await findSlip(sql, two.id))!, 'Full.', true)
  await sql`update slips set created_at = '2026-03-31T23:30:00Z' where id = ${one.id}`
  const found = async (search: SlipSearch, person = tamsin) =>
    (await listSlips(sql, person, { ...search, before: null, most: 10 })).map(slip => slip.id)
  expect(await found({ state: 'failed' })).toEqual([two.id])
  expect(await found({ destination: 'one', state: 'delivered' })).toEqual([one.id])
  expect(await found({ person: owner })).toHaveLength(4)
  expect(await found({ person: jowan.id })).toEqual([])
  expect(await found({}, jowan)).toEqual([])
  // Half past eleven at Greenwich is the next day where clocks show summer time.
  expect(await found({ from: '2026-04-01', to: '2026-04-01' })).toEqual([])
  await saveOffice(sql, Office.parse({ timeZone: 'Europe/London' }))
  expect(await found({ from: '2026-04-01', to: '2026-04-01' })).toEqual([one.id])
  expect(await found({ to: '2026-03-31' })).not.toContain(one.id)

  const choices = await slipChoices(sql, tamsin)
  expect(choices.destinations.map(choice => choice.id).sort()).toEqual(['one', 'two'])
  expect(choices.people.map(choice => choice.id)).toEqual([owner])
  expect(await slipChoices(sql, jowan)).toEqual({ destinations: [], people: [] })

  const hours = await slipHours(sql, tamsin, 2, 'UTC')
  expect(hours.map(({ destination, delivered, failed }) => ({ destination, delivered, failed }))).toEqual([
    { destination: 'One', delivered: 1, failed: 0 },
    { destination: 'Two', delivered: 0, failed: 1 },
  ])
  expect(await slipHours(sql, jowan, 2, 'UTC')).toEqual([])
})
