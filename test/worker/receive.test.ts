import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { esclDevice } from '../../devices/escl'
import { Examiners } from '../../engine/examiners'
import { cancelLoad, loadStarted } from '../../flow/load'
import { findLoad } from '../../store/batches/loads'
import { loadsOfBatch, pagesOfBatch } from '../../store/batches/show'
import { FolderBlobs } from '../../store/blobs/folder'
import { putDevice } from '../../store/setup/devices'
import type { Work } from '../../worker/context'
import { receive } from '../../worker/steps/receive'
import { scanSettings } from '../../devices/device'
import { rubricOfBatch } from '../../store/setup/rubrics'
import { startDevice } from '../product/device'
import { batch, by, data, flow, load, ownDatabase, sql } from '../store/harness'

ownDatabase()

// Receiving from a real device process over its real protocol, which breaks off, and with workers that died, at each point.

const sides = 12
let scanner: Awaited<ReturnType<typeof startDevice>>
let work: Work
beforeAll(async () => {
  scanner = await startDevice()
  work = { ...flow, blobs: new FolderBlobs(join(data, 'blobs')), examiners: new Examiners(1) }
})
afterAll(() => {
  work.examiners.dispose()
  scanner.stop()
})
beforeEach(async () => {
  await scanner.free()
  await scanner.clear()
  // The harness's device, under its new address.
  await putDevice(sql, 'Device', scanner.address)
})
/** The device is switched off for good; the tests that follow have another one. */
async function switchOff(): Promise<void> {
  scanner.stop()
  scanner = await startDevice()
}

const again = { last: false, again: true }
const first = { last: false, again: false }
const shown = async () => (await pagesOfBatch(sql, batch)).map(page => `${page.position}${page.side[0]}${page.dropped ? '-' : ''}`)
const ended = async () => (await loadsOfBatch(sql, batch)).map(one => [one.state, one.trouble])
const client = () => esclDevice({ name: 'Device', address: scanner.address })
/** The scan that the load asks of the device, begun by somebody who then dies. */
const begun = async () => client().start(scanSettings(await rubricOfBatch(sql, batch)))

describe('a device', () => {
  it('that gives all its sides has each of them stored once, with its bytes', async () => {
    await scanner.load(1)
    await receive(work, { load }, first)
    expect(await ended()).toEqual([['ended', null]])
    expect(await shown()).toEqual(Array.from({ length: sides }, (_, at) => `${at + 1}${at % 2 ? 'b' : 'f'}`))
    for (const { blob } of await sql<{ blob: string }[]>`select blob from pages where batch_id = ${batch}`)
      expect(await work.blobs.has(blob)).toBe(true)
    // Taken up again although it is done: nothing happens.
    await receive(work, { load }, again)
    expect(await shown()).toHaveLength(sides)
  })

  it('that is switched off before it gives anything is said to be so', async () => {
    await switchOff()
    await receive(work, { load }, first)
    expect(await ended()).toEqual([['failed', expect.stringContaining('Check that it is switched on')]])
    expect(await shown()).toEqual([])
  })

  it('whose feeder is empty says what to do', async () => {
    await receive(work, { load }, first)
    expect(await ended()).toEqual([['failed', 'The feeder of Device is empty. Load the paper, then start again.']])
  })

  it("that stops between a sheet's sides keeps what came, and the lone front counts for nothing", async () => {
    await scanner.load(1)
    const job = await begun()
    await loadStarted(flow, (await findLoad(sql, load))!, job)
    // Three sides are stored, then the device is gone.
    const before = receive(work, { load }, first)
    await expect.poll(async () => (await shown()).length, { interval: 5 }).toBeGreaterThanOrEqual(3)
    await switchOff()
    await before
    const came = await shown()
    const [[state, trouble]] = (await ended()) as [[string, string]]
    expect(state).toBe('failed')
    expect(trouble).toMatch(/sheets? .*(is|are) in and safe/)
    expect(came.at(-1)!.endsWith('-')).toBe(came.length % 2 === 1)
  })

  it('that is cancelled gives no more, and what came stays', async () => {
    await scanner.load(1)
    await cancelLoad(flow, by, batch, false)
    await receive(work, { load }, first)
    expect(await ended()).toEqual([['cancelled', null]])
  })
})

describe('a worker that died', () => {
  it('before it could note the scan that it began leaves it to the next, which begins no other', async () => {
    await scanner.load(1)
    const orphan = await begun()
    await receive(work, { load }, again)
    expect((await findLoad(sql, load))!.remote_job).toBe(orphan)
    expect(await shown()).toHaveLength(sides)
    expect((await client().status()).jobs.filter(job => job.address === orphan)).toHaveLength(1)
    expect((await client().status()).jobs.every(job => !job.running)).toBe(true)
  })

  it('in the middle of a scan leaves it to the next, which goes on with the same one', async () => {
    await scanner.load(1)
    await loadStarted(flow, (await findLoad(sql, load))!, await begun())
    await receive(work, { load }, again)
    expect(await shown()).toHaveLength(sides)
  })

  it('with sides in its hands loses none in silence: each has a row that says so', async () => {
    await scanner.load(1)
    const job = await begun()
    await loadStarted(flow, (await findLoad(sql, load))!, job)
    // Two sides came, and nobody lived to store them.
    for (let lost = 0; lost < 2; lost++) await client().next(job, 'feeder')
    await receive(work, { load }, again)
    expect(await shown()).toHaveLength(sides)
    const rows = await sql<
      { position: number; trouble: string | null; blob: string | null }[]
    >`select position, trouble, blob from pages where batch_id = ${batch} order by position`
    expect(rows.filter(row => row.blob === null).map(row => [row.position, row.trouble])).toEqual([
      [1, expect.stringContaining('it was not stored; scan it again')],
      [2, expect.stringContaining('it was not stored; scan it again')],
    ])
    expect(await ended()).toEqual([['ended', null]])
  })
})

it('a blob store that is away for a while costs a wait, and no side', async () => {
  await scanner.load(1)
  let failures = 2
  const away: Work = {
    ...work,
    blobs: Object.assign(Object.create(work.blobs) as FolderBlobs, {
      put: (bytes: Uint8Array) => (failures-- > 0 ? Promise.reject(new Error('the share is away')) : work.blobs.put(bytes)),
    }),
  }
  await receive(away, { load }, first)
  expect(failures).toBeLessThan(0)
  expect(await shown()).toHaveLength(sides)
  expect(await ended()).toEqual([['ended', null]])
})
