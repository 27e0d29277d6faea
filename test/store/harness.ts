import { randomUUID } from 'node:crypto'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, inject } from 'vitest'
import type { PageEvidence } from '../../core/model/evidence'
import { completeBatch } from '../../flow/complete'
import type { Flow } from '../../flow/inBatch'
import { loadEnded } from '../../flow/load'
import { findLoad } from '../../store/batches/loads'
import { documentsOfBatch, loadsOfBatch, pagesOfBatch } from '../../store/batches/show'
import { splitBatch } from '../../flow/split'
import { startBatch } from '../../flow/start'
import { openDatabase, type Sql } from '../../store/database'
import { documentFilled } from '../../flow/fill'
import { documentRead } from '../../flow/read'
import { findDocument } from '../../store/documents/read'
import { pageExamined, type Examination } from '../../flow/examine'
import { receiveFile, type ReceivedFile } from '../../flow/receive'
import { pageToExamine } from '../../store/pages/toExamine'
import { addPerson, personByPassword } from '../../store/people/people'
import { Queue, type Step } from '../../store/queue'
import { listDevices, putDevice } from '../../store/setup/devices'
import { addRubric, listRubrics } from '../../store/setup/rubrics'
import { rubricFor } from '../core/pages'

// A database of its own for each file of tests, copied from the one that is migrated once, with a person, a device, a
// rubric, and a new batch for each test.

export let data: string
export let url: string
export let sql: Sql
export let queue: Queue
export let owner: string
/** Whoever owns the batch, as the one who changes it. */
export let by: { kind: 'person'; person: string }
export let flow: Flow
export let device: string
export let rubric: { id: string; version: number }
export let batch: number
export let load: number

const fields = ['note', 'fee', 'issued', 'hull'].map(id => ({ id, label: id }))
const types = [
  { id: 'permit', label: 'Permit', fields: [...fields, { id: 'permit', label: 'Permit' }] },
  { id: 'other', label: 'Other', fields },
]

/** Makes or drops a database, one at a time: nobody may be connected to the template. */
async function asAdministrator(work: (admin: Sql) => Promise<unknown>): Promise<void> {
  const admin = openDatabase(inject('postgres'), 1)
  await admin.begin(async tx => {
    await tx`select pg_advisory_lock(7299)`
  })
  try {
    await work(admin)
  } finally {
    await admin.end()
  }
}

/** Called once by each file of tests: the files of a process share this module. */
export function ownDatabase(): void {
  const name = `t${randomUUID().replaceAll('-', '')}`
  beforeAll(async () => {
    data = await mkdtemp(join(tmpdir(), 'rubricator-store-'))
    await asAdministrator(admin => admin`create database ${admin(name)} template ${admin(inject('template'))}`)
    url = inject('postgres').replace(/[^/]+$/, name)
    sql = openDatabase(url, 4)
    queue = new Queue(url, 'sender')
    await queue.start()
    flow = { sql, queue }
    await addPerson(sql, { name: 'Tamsin', password: 'right', pin: '1', badge: '2', roles: ['clerk'] }, 'key')
    owner = (await personByPassword(sql, 'tamsin', 'right'))!.id
    by = { kind: 'person', person: owner }
    await putDevice(sql, 'Device', 'http://127.0.0.1:9/eSCL')
    device = (await listDevices(sql))[0]!.id
    await addRubric(sql, rubricFor({}, { send: [{ to: 'somewhere' }], types }))
    rubric = (await listRubrics(sql))[0]!
  })
  afterAll(async () => {
    await queue.stop()
    await sql.end()
    await asAdministrator(admin => admin`drop database ${admin(name)} with (force)`)
    await rm(data, { recursive: true, force: true })
  })
  beforeEach(async () => {
    await sql`delete from pgboss.job`
    await newBatch()
  })
}

/** The batch that is worked on from now on. */
export async function newBatch(): Promise<number> {
  batch = await startBatch(flow, by, {
    name: 'B',
    rubric: rubric.id,
    version: rubric.version,
    device,
    owner,
    given: {},
    sends: [],
    choices: {},
  })
  await useLoad()
  return batch
}

/** The load that is worked on from now on: the batch's newest. */
export async function useLoad(): Promise<void> {
  load = (await loadsOfBatch(sql, batch)).at(-1)!.id
}

export const jobs = async (step: Step) =>
  (await sql<{ data: unknown }[]>`select data from pgboss.job where name = ${step} and state = 'created'`).map(row => row.data)
export const blob = 'ab'.repeat(32)
export const evidence = (more: Partial<PageEvidence> = {}): PageEvidence => ({
  widthPx: 1654,
  heightPx: 2339,
  dpi: 200,
  ink: 0.03,
  skewDeg: 0,
  blank: false,
  codes: [],
  unread: [],
  ...more,
})
export const code = (value: string): Partial<PageEvidence> => ({
  codes: [{ format: 'Code128', value, x: 6, y: 0.5, width: 1.8, height: 0.4 }],
})
export const blank = { ink: 0, blank: true }
export const unread = { unread: [{ x: 6, y: 0.5, width: 1.8, height: 0.4, tried: 'tried', readings: [], beside: [] }] }

export const receive = (pages = 1, more: Partial<ReceivedFile> = {}) =>
  receiveFile(flow, {
    load,
    batch,
    sides: Array.from({ length: pages }, (_, at) => ({ page: at + 1, halves: [null] })),
    twoSided: true,
    paired: false,
    replaces: null,
    joins: null,
    source: 'Device',
    blob,
    mediaType: 'image/jpeg',
    ...more,
  })

/** What examining a page finds that has this evidence. */
export const examined = (found?: Partial<PageEvidence>): Extract<Examination, { evidence: PageEvidence }> => ({
  evidence: evidence(found),
  mono: true,
  colour: 'mono',
  bytes: 1000,
  bornDigital: false,
  pageBlob: blob,
  thumbnailBlob: blob,
  readingBlob: null,
  words: null,
})

export async function examineAll(found: Partial<PageEvidence>[]): Promise<void> {
  for (const [at, page] of (await pagesOfBatch(sql, batch)).entries()) {
    const row = (await pageToExamine(sql, page.id))!
    await pageExamined(flow, row, examined(found[at]))
  }
}

/** A batch with these sides, its paper complete, split. */
export async function sorted(...found: Partial<PageEvidence>[]): Promise<void> {
  for (let side = 1; side <= found.length; side++) await receive()
  await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
  await completeBatch(flow, by, batch)
  await examineAll(found)
  await splitBatch(flow, batch)
}

/** Every document read and filled, as the machine would; what is typed already stays. */
export async function fillAll(note: string | null = 'typed', recognised: string | null = null): Promise<void> {
  await sql`update pages set read_at = now() where batch_id = ${batch}`
  for (const { id } of await documentsOfBatch(sql, batch)) {
    const document = (await findDocument(sql, id))!
    await documentRead(flow, document)
    await documentFilled(
      flow,
      document,
      { type: recognised ?? document.type, why: null },
      { fields: note === null ? {} : { note: { value: note, from: 'person', confidence: 1 } }, candidates: {}, missing: [] },
      {},
    )
  }
}

export const idOf = async (position: number) => (await pagesOfBatch(sql, batch)).find(page => page.position === position)!.id
