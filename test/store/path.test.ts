import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { PageEvidence } from '../../core/model/evidence'
import { startPostgres, type Database } from '../../run/postgres'
import { abandonBatch, completeBatch } from '../../store/batches/complete'
import { correctBatch, correctionsOf, redoCorrection, undoCorrection } from '../../store/batches/correct'
import { holdBatch, resumeBatch } from '../../store/batches/hold'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { loadEnded, findLoad } from '../../store/batches/loads'
import { documentsOfBatch, loadsOfBatch, pagesOfBatch, showBatch } from '../../store/batches/show'
import { splitBatch } from '../../store/batches/split'
import { addLoad, startBatch } from '../../store/batches/start'
import { Blobs } from '../../store/blobs'
import { openDatabase, type Sql } from '../../store/database'
import { documentBuilt } from '../../store/documents/build'
import { documentFilled, enterFields } from '../../store/documents/fill'
import { documentRead, findDocument } from '../../store/documents/read'
import { migrate } from '../../store/migrate'
import { answerPage, listQuestions } from '../../store/pages/answer'
import { pageExamined, pageToExamine } from '../../store/pages/examined'
import { noteLostSides, receiveFile, sidesOfLoad, type ReceivedFile } from '../../store/pages/receive'
import { addPerson, personByPassword } from '../../store/people/people'
import { Queue, type Step } from '../../store/queue'
import { listDevices, putDevice } from '../../store/setup/devices'
import { addRubric, listRubrics } from '../../store/setup/rubrics'
import { findSlip, retrySlip, slipDelivered, slipRefused } from '../../store/slips/deliver'
import { rubricFor } from '../core/pages'

let data: string
let database: Database
let sql: Sql
let queue: Queue
let owner: string
let device: string
let rubric: { id: string, version: number }

beforeAll(async () => {
  data = await mkdtemp(join(tmpdir(), 'rubricator-store-'))
  database = await startPostgres(data, 'secret')
  sql = openDatabase(database.url, 4)
  await migrate(sql)
  queue = new Queue(database.url, 'sender')
  await queue.start()
  await addPerson(sql, { name: 'Tamsin', password: 'right', pin: '1', badge: '2', roles: ['clerk'] }, 'key')
  owner = (await personByPassword(sql, 'tamsin', 'right'))!.id
  await putDevice(sql, 'Device', 'http://127.0.0.1:9/eSCL')
  device = (await listDevices(sql))[0]!.id
  await addRubric(sql, rubricFor({}, { send: [{ to: 'somewhere' }] }))
  rubric = (await listRubrics(sql))[0]!
})
afterAll(async () => {
  await queue.stop()
  await sql.end()
  await database.stop()
  await database.remove()
  await rm(data, { recursive: true, force: true })
})

const jobs = async (step: Step) => (await sql<{ data: unknown }[]>`select data from pgboss.job where name = ${step} and state = 'created'`).map(row => row.data)
const blob = 'ab'.repeat(32)
const evidence = (more: Partial<PageEvidence> = {}): PageEvidence => ({ widthPx: 1654, heightPx: 2339, dpi: 200, ink: 0.03, skewDeg: 0, blank: false, codes: [], unread: [], ...more })
const code = (value: string): Partial<PageEvidence> => ({ codes: [{ format: 'Code128', value, x: 6, y: 0.5, width: 1.8, height: 0.4 }] })
const blank = { ink: 0, blank: true }
const unread = { unread: [{ x: 6, y: 0.5, width: 1.8, height: 0.4, tried: 'tried' }] }

let batch: number
let load: number
const receive = (pages = 1, more: Partial<ReceivedFile> = {}) => receiveFile(sql, queue, {
  load, batch, sides: Array.from({ length: pages }, (_, at) => ({ page: at + 1, halves: [null] })),
  twoSided: true, paired: false, replaces: null, source: 'Device', blob, mediaType: 'image/jpeg', ...more,
})

async function examineAll(found: Partial<PageEvidence>[]): Promise<void> {
  for (const [at, page] of (await pagesOfBatch(sql, batch)).entries()) {
    const row = (await pageToExamine(sql, page.id))!
    await pageExamined(sql, queue, row, { evidence: evidence(found[at]), mono: true, colour: 'mono', bytes: 1000, bornDigital: false, pageBlob: blob, thumbnailBlob: blob, words: null })
  }
}

/** A batch with these sides, its paper complete, split. */
async function sorted(...found: Partial<PageEvidence>[]): Promise<void> {
  for (let side = 1; side <= found.length; side++) await receive()
  await loadEnded(sql, (await findLoad(sql, load))!, 'ended', null)
  await completeBatch(sql, queue, batch)
  await examineAll(found)
  await splitBatch(sql, queue, batch)
}

beforeEach(async () => {
  await sql`delete from pgboss.job`
  batch = await startBatch(sql, queue, { name: 'B', rubric: rubric.id, version: rubric.version, device, owner, given: {}, sends: [], choices: {} })
  load = (await loadsOfBatch(sql, batch))[0]!.id
})

describe('sides and sheets', () => {
  const places = async () => (await pagesOfBatch(sql, batch)).map(({ position, sheet, side, half }) => [position, sheet, side, half].filter(Boolean).join(' '))

  it('an opened book gives two pages of one side, in reading order', async () => {
    await receive(1, { twoSided: false, sides: [{ page: 1, halves: [null] }, { page: 2, halves: ['right', 'left'] }, { page: 3, halves: [null] }] })
    expect(await places()).toEqual(['1 1 front', '2 2 front right', '3 2 front left', '4 3 front'])
    expect(await sidesOfLoad(sql, load)).toBe(3)
  })

  it('cards on the glass are front and back over successive loads', async () => {
    for (let side = 1; side <= 3; side++) {
      await receive(1, { twoSided: false, paired: true })
      await loadEnded(sql, (await findLoad(sql, load))!, 'ended', null)
      await addLoad(sql, queue, batch, device)
      load = (await loadsOfBatch(sql, batch)).at(-1)!.id
    }
    expect(await places()).toEqual(['1 1 front', '2 1 back', '3 2 front'])
  })
})

describe('steps that run twice', () => {
  it('sides follow each other, each with one examination, lost ones with their reason, and a load may not run beside another', async () => {
    expect(await jobs('receive')).toEqual([{ load }])
    expect(await addLoad(sql, queue, batch, device)).toBe(false)
    await receive()
    await receive(3)
    const pages = await pagesOfBatch(sql, batch)
    expect(pages.map(page => [page.position, page.sheet, page.side])).toEqual([[1, 1, 'front'], [2, 1, 'back'], [3, 2, 'front'], [4, 2, 'back']])
    expect(await jobs('examine')).toHaveLength(4)
    await noteLostSides(sql, { id: load, batch_id: batch }, 1, true, 'Device')
    expect((await pagesOfBatch(sql, batch))[4]).toMatchObject({ position: 5, sheet: 3, side: 'front', examined: true, picture: null })
    expect(await jobs('examine')).toHaveLength(4)
  })

  it('splitting waits for the last side and for the word that all paper is in', async () => {
    await receive()
    expect(await completeBatch(sql, queue, batch)).toBe(false)
    await loadEnded(sql, (await findLoad(sql, load))!, 'ended', null)
    expect(await completeBatch(sql, queue, batch)).toBe(true)
    expect(await jobs('split')).toEqual([])
    await examineAll([code('MP26-04217')])
    expect(await jobs('split')).toEqual([{ batch }])
  })

  it('a split batch is split no more once it is being read, and its ledger adds up', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    const [first] = await documentsOfBatch(sql, batch)
    expect(first).toMatchObject({ position: 1, type: 'permit', barcode: 'MP26-04217' })
    expect(await jobs('read')).toHaveLength(2)
    await documentRead(sql, queue, (await findDocument(sql, first!.id))!)
    await documentRead(sql, queue, (await findDocument(sql, first!.id))!)
    expect(await jobs('fill')).toHaveLength(1)
    await splitBatch(sql, queue, batch)
    expect((await documentsOfBatch(sql, batch))[0]!.id).toBe(first!.id)
    expect((await ledgerOfBatch(sql, batch)).totals).toEqual({ scanned: 6, kept: 3, blank: 3, separator: 0, unreadable: 0, held: 0 })
  })

  it('a document gets its files and slips once, and is sent when the last slip is', async () => {
    await sorted(code('MP26-04217'), blank)
    const id = (await documentsOfBatch(sql, batch))[0]!.id
    const document = async () => (await findDocument(sql, id))!
    await documentRead(sql, queue, await document())
    await sql`update pages set words = '[]' where document_id = ${id}`
    await documentFilled(sql, queue, await document(), { fields: {}, missing: [] }, {})
    expect((await showBatch(sql, batch))!.state).toBe('to index')
    expect(await enterFields(sql, queue, await document(), {}, owner, true)).toBe(true)
    expect(await enterFields(sql, queue, await document(), {}, owner, true)).toBe(false)
    expect((await showBatch(sql, batch))!.state).toBe('sending')
    const files = [{ name: 'a.pdf', mediaType: 'application/pdf', bytes: 1, sha256: blob }]
    await documentBuilt(sql, queue, await document(), files, [{ to: 'somewhere', folder: '', people: [] }])
    await documentBuilt(sql, queue, await document(), files, [{ to: 'somewhere', folder: '', people: [] }])
    const [job] = await jobs('deliver') as { slip: number }[]
    expect(await jobs('deliver')).toHaveLength(1)
    const slip = (await findSlip(sql, job!.slip))!
    expect(await retrySlip(sql, queue, slip)).toBe(false)
    await slipRefused(sql, slip, 'The folder is not there.', true)
    expect(await retrySlip(sql, queue, slip)).toBe(true)
    await slipDelivered(sql, slip, '/a.pdf', 'taken')
    await slipDelivered(sql, slip, '/b.pdf', 'taken')
    expect((await findDocument(sql, id))!.state).toBe('sent')
    expect((await showBatch(sql, batch))!.state).toBe('done')
    expect(await abandonBatch(sql, batch)).toBe(false)
  })
})

describe('a person', () => {
  it('is asked once for each doubtful page, with the last good value, and the last answer sends the batch on', async () => {
    await sorted(code('MP26-04217'), blank, unread, blank, {}, blank)
    expect((await showBatch(sql, batch))!.state).toBe('to fix')
    const { questions } = await listQuestions(sql, { id: owner, name: 'Tamsin', roles: ['clerk'] }, batch, 50)
    expect(questions).toMatchObject([{ position: 3, lastValue: 'MP26-04217', spot: { x: 6, y: 0.5 } }])
    const page = { id: questions[0]!.id, batch }
    await sql`delete from pgboss.job`
    expect(await answerPage(sql, queue, page, { as: 'code', value: 'MP26-04218' }, owner)).toBe(true)
    expect(await answerPage(sql, queue, page, { as: 'start' }, owner)).toBe(false)
    expect(await jobs('split')).toEqual([{ batch }])
    await splitBatch(sql, queue, batch)
    expect((await documentsOfBatch(sql, batch)).map(document => document.barcode)).toEqual(['MP26-04217', 'MP26-04218'])
    expect((await pagesOfBatch(sql, batch)).map(found => found.document)).toEqual([1, null, 2, null, 2, null])
  })

  it('may have a held batch go on: what is not done is asked for again', async () => {
    await sorted(code('MP26-04217'), blank)
    await sql`delete from pgboss.job`
    await holdBatch(sql, batch, 'Reading stopped.')
    expect(await showBatch(sql, batch)).toMatchObject({ state: 'held', trouble: 'Reading stopped.' })
    expect(await resumeBatch(sql, queue, batch)).toBe(true)
    expect(await resumeBatch(sql, queue, batch)).toBe(false)
    expect((await showBatch(sql, batch))!.state).toBe('sorting')
    expect(await jobs('read')).toHaveLength(1)
  })

  it('is known by the right password only', async () => {
    expect(await personByPassword(sql, 'Tamsin', 'right')).toMatchObject({ name: 'Tamsin', roles: ['clerk'] })
    expect(await personByPassword(sql, 'Tamsin', 'wrong')).toBeNull()
    expect(await personByPassword(sql, 'Nobody', 'nobody')).toBeNull()
  })
})

describe('corrections', () => {
  const idOf = async (position: number) => (await pagesOfBatch(sql, batch)).find(page => page.position === position)!.id
  const documents = async () => (await documentsOfBatch(sql, batch)).map(document => [document.id, document.barcode])
  const fillAll = async () => {
    await sql`update pages set words = '[]' where batch_id = ${batch}`
    for (const { id } of await documentsOfBatch(sql, batch)) {
      const document = (await findDocument(sql, id))!
      await documentRead(sql, queue, document)
      await documentFilled(sql, queue, document, { fields: { note: { value: 'typed', from: 'person', confidence: 1 } }, missing: [] }, {})
    }
  }

  it('keep the row and the values of a document whose first page stays, and read only what is new', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    await fillAll()
    expect((await showBatch(sql, batch))!.state).toBe('to index')
    const before = await documents()
    await sql`delete from pgboss.job`
    expect(await correctBatch(sql, queue, batch, { do: 'start', page: await idOf(3) }, owner)).toBe('done')
    const after = await documents()
    expect([after[0], after[2]]).toEqual(before)
    expect(await jobs('read')).toEqual([{ document: after[1]![0] }])
    expect((await documentsOfBatch(sql, batch))[0]!.fields.note!.value).toBe('typed')
    expect((await showBatch(sql, batch))!.state).toBe('sorting')
    expect(await undoCorrection(sql, queue, batch)).toBe('busy')
    await fillAll()
    expect(await undoCorrection(sql, queue, batch)).toBe('done')
    expect(await documents()).toEqual(before)
    expect(await undoCorrection(sql, queue, batch)).toBe('nothing')
    expect(await redoCorrection(sql, queue, batch)).toBe('done')
    expect(await documents()).toHaveLength(3)
  })

  it('touch no document that is confirmed, and no page of another batch', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    await fillAll()
    const first = (await findDocument(sql, (await documentsOfBatch(sql, batch))[0]!.id))!
    expect(await enterFields(sql, queue, first, {}, owner, true)).toBe(true)
    await expect(correctBatch(sql, queue, batch, { do: 'start', page: await idOf(3) }, owner)).rejects.toThrow('Document 1 is confirmed already')
    await expect(correctBatch(sql, queue, batch, { do: 'join', page: await idOf(5) }, owner)).rejects.toThrow('Document 1 is confirmed already')
    expect(await correctBatch(sql, queue, batch, { do: 'set-aside', pages: [999_999] }, owner)).toBe('nothing')
    expect(await correctionsOf(sql, batch)).toEqual({ undo: 0, redo: 0 })
  })

  it('have a page that was turned examined again, and again when that is undone', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll()
    await sql`delete from pgboss.job`
    const id = await idOf(3)
    await correctBatch(sql, queue, batch, { do: 'rotate', pages: [id], degrees: 90 }, owner)
    expect(await jobs('examine')).toEqual([{ page: id }])
    const stale = (await pageToExamine(sql, id))!
    expect(stale.turned).toBe(90)
    await pageExamined(sql, queue, stale, { evidence: evidence(), mono: true, colour: 'mono', bytes: 1000, bornDigital: false, pageBlob: blob, thumbnailBlob: blob, words: null })
    await splitBatch(sql, queue, batch)
    await fillAll()
    expect(await undoCorrection(sql, queue, batch)).toBe('done')
    // What an examination of the page as it was before still answers is no longer taken.
    await pageExamined(sql, queue, stale, { evidence: evidence(), mono: true, colour: 'mono', bytes: 1000, bornDigital: false, pageBlob: blob, thumbnailBlob: blob, words: null })
    expect((await pageToExamine(sql, id))!).toMatchObject({ turned: 0, done: false })
  })
})

it('the tables refuse what must never be', async () => {
  await receive()
  await expect(sql`update pages set fate = 'kept' where batch_id = ${batch}`).rejects.toThrow('check')
  await expect(sql`update batches set state = 'lost' where id = ${batch}`).rejects.toThrow('check')
  await expect(sql`insert into loads (batch_id, device_id) values (${batch}, ${device})`).rejects.toThrow('one_running_load')
})

it('a blob is found by its digest, and nothing else is', async () => {
  const blobs = new Blobs(join(data, 'blobs'))
  const name = await blobs.put(Buffer.from('one'))
  expect(name).toBe('7692c3ad3540bb803c020b3aee66cd8887123234ea0c6e7143c0add73ff431ed')
  expect(await blobs.put(Buffer.from('one'))).toBe(name)
  expect((await blobs.get(name)).toString()).toBe('one')
  expect(() => blobs.path('../secrets.json')).toThrow('is not a blob\'s name')
})
