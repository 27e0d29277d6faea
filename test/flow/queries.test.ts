/// <reference types="vite/client" />
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Person } from '../../shared/views/people'
import { worker } from '../../core/model/actor'
import { completeBatch } from '../../flow/complete'
import { correctBatch, undoCorrection } from '../../flow/correct'
import { loadEnded } from '../../flow/load'
import { splitBatch } from '../../flow/split'
import { closeStore } from '../../server/context'
import { findLoad } from '../../store/batches/loads'
import { documentsOfBatch, pagesOfBatch } from '../../store/batches/show'
import { openDatabase, queries, type Sql } from '../../store/database'
import { Queue } from '../../store/queue'
import { batch, blob, by, evidence, load, newBatch, ownDatabase, owner, receive, sql, url } from '../store/harness'

ownDatabase()

// What a batch of thousands costs in queries: as many as one of four pages. Counted, not timed.

const routes = import.meta.glob<{ default: { facts: { may: unknown; run: (asked: unknown) => Promise<unknown> } } }>(
  '../../server/api/**/*.get.ts',
  { eager: true },
)
const run = (file: string) => routes[`../../server/api/${file}.get.ts`]!.default.facts.run

/** A batch of so many sides, every second one blank, a document each ten, split. */
async function split(sides: number): Promise<number> {
  await newBatch()
  await receive(sides)
  await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
  await completeBatch(flow, by, batch)
  const codes = sql`jsonb_build_array(jsonb_build_object('format', 'Code128', 'value', 'MP26-' || lpad(position::text, 5, '0'), 'x',
    6, 'y', 0.5, 'width', 1.8, 'height', 0.4))`
  await sql`
    update pages
    set evidence = ${sql.json({ ...evidence() })}::jsonb || case
        when position % 2 = 0 then '{"ink": 0, "blank": true}' when position % 10 = 1 then jsonb_build_object('codes', ${codes})
          else '{}' end,
      page_blob = ${blob}, thumbnail_blob = ${blob}
    where batch_id = ${batch}`
  await splitBatch(flow, batch)
  return batch
}

let counting: Sql
let flow: { sql: Sql; queue: Queue }
let person: Person
beforeAll(async () => {
  process.env.RUBRICATOR_COUNT_QUERIES = '1'
  process.env.RUBRICATOR_DATABASE_URL = url
  process.env.RUBRICATOR_BLOBS = '/nowhere'
  // One connection, so that no query is of a pool that grows.
  counting = openDatabase(url, 1)
  const queue = new Queue(url, 'sender')
  await queue.start()
  flow = { sql: counting, queue }
  person = { id: owner, name: 'Tamsin', roles: ['clerk'] }
  await counting`select 1`
})
afterAll(async () => {
  await closeStore()
  await flow.queue.stop()
  await counting.end()
})

async function counted(work: () => Promise<unknown>): Promise<number> {
  const before = queries.sent
  await work()
  return queries.sent - before
}

/** What each list and view of a batch asks the database, and what each change. */
async function costs(id: number): Promise<Record<string, number>> {
  const [document] = await documentsOfBatch(sql, id)
  const pages = await pagesOfBatch(sql, id)
  const asked = (params: object = { id }, query: object = {}) => ({
    person,
    actor: by,
    batch: id,
    params,
    query,
    body: {},
    event: { node: { res: { setHeader: () => undefined } } },
  })
  const views: Record<string, () => Promise<unknown>> = {
    batches: () => run('batches/index')(asked({}, { open: false, mine: false, text: '', sort: 'newest' })),
    batch: () => run('batches/[id]/index')(asked()),
    codes: () => run('batches/[id]/codes')(asked()),
    find: () => run('batches/[id]/find')(asked({ id }, { text: 'MP26' })),
    questions: () => run('questions')(asked({}, { batch: id })),
    document: () => run('documents/[id]/index')(asked({ id: document!.id })),
    siblings: () => run('documents/[id]/siblings')(asked({ id: document!.id }, {})),
    note: () => run('pages/[id]/note')(asked({ id: pages[0]!.id })),
    words: () => run('pages/[id]/words')(asked({ id: pages[0]!.id })),
    slips: () => run('slips/index')(asked({})),
    'api batch': () => run('v1/batches/[id]/index')(asked()),
    'api documents': () => run('v1/documents/index')(asked({}, {})),
    'api document': () => run('v1/documents/[id]/index')(asked({ id: document!.id })),
  }
  const found: Record<string, number> = {}
  for (const [name, view] of Object.entries(views)) {
    // The first call opens connections.
    await view()
    found[name] = await counted(view)
  }
  found['start a document'] = await counted(() => correctBatch(flow, by, id, { do: 'start', page: pages[2]!.id }))
  found['set a page aside'] = await counted(() => correctBatch(flow, by, id, { do: 'set-aside', pages: [pages[2]!.id] }))
  found.undo = await counted(() => undoCorrection(flow, by, id))
  return found
}

describe('a batch of 5,000 pages', () => {
  it('asks the database as often as one of four', { timeout: 120_000 }, async () => {
    expect(worker.kind).toBe('worker')
    const small = await costs(await split(4))
    const large = await costs(await split(5000))
    expect(large).toEqual(small)
    expect(small).toEqual({
      batches: 1,
      batch: 12,
      codes: 1,
      find: 1,
      questions: 2,
      document: 11,
      siblings: 2,
      note: 1,
      words: 1,
      slips: 1,
      'api batch': 8,
      'api documents': 1,
      'api document': 5,
      'start a document': 35,
      'set a page aside': 35,
      undo: 33,
    })
  })
})
