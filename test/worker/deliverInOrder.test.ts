import { createHash } from 'node:crypto'
import { mkdir, mkdtemp, readdir, rm } from 'node:fs/promises'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeEach, expect, it } from 'vitest'
import { listening } from '../../standins/http'
import { FolderBlobs } from '../../store/blobs/folder'
import { deliver } from '../../worker/steps/deliver'
import type { Work } from '../../worker/context'
import { batch, code, data, fillAll, jobs, ownDatabase, queue, sorted, sql } from '../store/harness'

ownDatabase()

const folder = await mkdtemp(join(tmpdir(), 'rubricator-order-'))
afterAll(() => rm(folder, { recursive: true }))
const share = join(folder, 'share')

let work: Work
let slips: number[]
const states = async () => (await sql<{ state: string }[]>`select state from slips order by id`).map(row => row.state)
/** What the queue was asked to deliver since it was asked last. */
async function asked(): Promise<unknown[]> {
  const now = await jobs('deliver')
  await sql`delete from pgboss.job where name = 'deliver'`
  return now
}

beforeEach(async () => {
  await rm(share, { recursive: true, force: true })
  await mkdir(share)
  const blobs = new FolderBlobs(data)
  const bytes = Buffer.from('a permit')
  await blobs.put(bytes)
  work = { sql, queue, blobs } as unknown as Work
  await sql`delete from destination_pauses`
  await sql`delete from slips`
  await sorted(code('MP26-04217'), code('MP26-04218'), code('MP26-04219'))
  await fillAll(null)
  await sql`
    insert into destinations (id, name, connector, options, in_order)
    values ('ledger', 'Ledger', 'network-folder', ${sql.json({ path: share })}, true)
    on conflict (id) do nothing`
  slips = (
    await sql<{ id: number }[]>`
      with made as (
        insert into files (document_id, name, media_type, bytes, sha256, edition, format)
        select id, 'permit-' || position || '.pdf', 'application/pdf', 8, ${createHash('sha256').update(bytes).digest('hex')}, 1, 'pdf'
        from documents where batch_id = ${batch}
      )
      insert into slips (document_id, destination_id, folder)
      select id, 'ledger', '' from documents where batch_id = ${batch} order by position
      returning id`
  ).map(row => row.id)
  await asked()
})

it('goes one after the other, whoever is asked first, and each sends the next one on its way', async () => {
  for (const slip of [slips[2]!, slips[1]!]) await deliver(work, { slip })
  expect(await readdir(share)).toEqual([])
  await deliver(work, { slip: slips[0]! })
  expect(await readdir(share)).toEqual(['permit-1.json', 'permit-1.pdf'])
  expect(await asked()).toEqual([{ slip: slips[1] }])
  await deliver(work, { slip: slips[1]! })
  await deliver(work, { slip: slips[2]! })
  expect(await states()).toEqual(['delivered', 'delivered', 'delivered'])
  expect(await asked()).toEqual([{ slip: slips[2] }])
})

it('waits while an earlier one is tried again; one that a person must see to, or that has its own hour, lets the others pass', async () => {
  await rm(share, { recursive: true })
  await deliver(work, { slip: slips[0]! })
  await mkdir(share)
  await deliver(work, { slip: slips[1]! })
  expect([await states(), await asked()]).toEqual([['waiting', 'waiting', 'waiting'], []])
  await sql`update slips set state = 'failed' where id = ${slips[0]!}`
  await sql`update slips set not_before = now() + interval '1 hour' where id = ${slips[1]!}`
  await sql`delete from destination_pauses`
  await deliver(work, { slip: slips[2]! })
  expect(await states()).toEqual(['failed', 'waiting', 'delivered'])
})

it('where nobody asked for an order, nobody waits', async () => {
  await sql`update destinations set in_order = false where id = 'ledger'`
  await deliver(work, { slip: slips[2]! })
  expect(await states()).toEqual(['waiting', 'waiting', 'delivered'])
  await sql`update destinations set in_order = true where id = 'ledger'`
})

it('that is slow keeps one lane: the next one is put off, and goes when the first is through', async () => {
  let answer: () => void = () => undefined
  const asked = new Promise<void>(resolve => {
    answer = resolve
  })
  const server = createServer((request, response) => {
    request.resume().on('end', () => void asked.then(() => response.writeHead(200).end()))
  })
  const port = await listening(server, 0)
  try {
    await sql`
      insert into destinations (id, name, connector, options)
      values ('slow', 'Slow', 'hook', ${sql.json({ address: `http://127.0.0.1:${port}/`, secret: 'a secret of sixteen letters' })})`
    await sql`update slips set destination_id = 'slow'`
    const first = deliver(work, { slip: slips[0]! })
    await new Promise(resolve => setTimeout(resolve, 3200))
    await deliver(work, { slip: slips[1]! })
    const [off] = await sql`select state, next_try > now() as later, attempts from slips where id = ${slips[1]!}`
    expect(off).toEqual({ state: 'waiting', later: true, attempts: 0 })
    answer()
    await first
    await deliver(work, { slip: slips[1]! })
    expect(await states()).toEqual(['delivered', 'delivered', 'waiting'])
  } finally {
    server.close()
  }
})
