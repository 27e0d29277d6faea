import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { readPages } from '../../engine/ocr'
import { asScans } from '../../run/demo/scans'
import type { BatchDetail } from '../../shared/views/batches'
import type { DocumentPage, HistoryLine } from '../../shared/views/documents'
import type { PageRedactions } from '../../shared/views/pages'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { openDatabase } from '../../store/database'
import { client, cookieOf, program, until, type Client } from '../product/client'
import { running } from '../product/running'

const sql = openDatabase(running().database, 1)
afterAll(() => sql.end())

const stack = documentsOf(makeStack('vessel-inspections', 31), '1')
const truth = stack.truth.documents[0]!.fields
const secrets = truth.hidden!.split(' ').map(word => word.slice(1, 6))
let tamsin: Client
let hedra: Client
let cookie: string
let batch: number

const show = async () => (await tamsin<BatchDetail>('GET', `/api/batches/${batch}`)).body
const document = async () => (await tamsin<DocumentPage>('GET', `/api/documents/${(await show()).documents[0]!.id}`)).body

/** What a reader makes of a picture. */
async function wordsOn(path: string): Promise<string> {
  const response = await fetch(running().app + path, { headers: { cookie } })
  expect([path, response.status]).toEqual([path, 200])
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-look-'))
  try {
    await writeFile(join(folder, 'page'), Buffer.from(await response.arrayBuffer()))
    return (await readPages([join(folder, 'page')], 200, ['eng']))[0]!.map(word => word.text).join(' ')
  } finally {
    await rm(folder, { recursive: true })
  }
}

/** Every table whose rows say one of these words, as text. */
async function tablesThatSay(words: readonly string[]): Promise<string[]> {
  const tables = await sql<{ name: string }[]>`
    select format('%I.%I', schemaname, tablename) as name from pg_tables where schemaname in ('public', 'pgboss')`
  const said: string[] = []
  for (const { name } of tables) {
    const rows = await sql.unsafe(`select 1 from ${name} as row where row::text ilike any($1) limit 1`, [words.map(word => `%${word}%`)])
    if (rows.length) said.push(name)
  }
  return said
}

beforeAll(async () => {
  ;[tamsin, hedra, cookie] = await Promise.all([client('Tamsin'), client('Hedra'), cookieOf('Tamsin')])
  const api = program('Tamsin')
  batch = (await api<{ id: number }>('POST', '/batches', { rubric: 'Vessel inspections', name: 'Marked' })).body.id
  await api('POST', `/batches/${batch}/files?name=marked.pdf&key=1`, await asScans('vessel-inspections', 31, '1', 'colour'))
  await api('POST', `/batches/${batch}/complete`)
  await until(show, found => found.state === 'to index')
})

it('what is marked on paper is in no picture, row or log of a running copy, and is seen by a look that is recorded', async () => {
  const { pages, fields } = await document()
  expect(fields.hull?.value).toBe(truth.hull)
  expect(pages.map(page => page.black)).toEqual([1, 1])
  const kept = await wordsOn(`/api/pages/${pages[0]!.id}/view`)
  expect(kept).toContain('Reported')
  for (const secret of secrets) expect(kept).not.toContain(secret)
  expect(await wordsOn(`/api/pages/${pages[0]!.id}/original`)).toContain(secrets[0])
  expect(await tablesThatSay(secrets)).toEqual([])
  const looks = await sql`select person, new from trail where batch_id = ${batch} and what = 'look at original'`
  expect(looks.length).toBeGreaterThan(0)
  const data = process.env.RUBRICATOR_DATA ?? '.data'
  for (const name of (await readdir(data)).filter(one => one.endsWith('.log'))) {
    const log = await readFile(join(data, name), 'utf8')
    for (const secret of secrets) expect([name, log.includes(secret)]).toEqual([name, false])
  }
  expect((await (await client('Jowan'))('GET', `/api/pages/${pages[0]!.id}/original`)).status).toBe(404)
})

it('a person blackens more: what was read there is gone, and comes back with the box taken back', async () => {
  const { pages, fields } = await document()
  const first = pages[0]!
  const { x, y, width, height } = fields.hull!.box!
  // Somebody said it by hand before: it is in the trail, from which nothing can be taken.
  const typed = Object.fromEntries(Object.entries(fields).map(([field, { value }]) => [field, value]))
  expect((await tamsin('PUT', `/api/documents/${(await document()).id}/fields`, { values: typed, confirm: false })).status).toBe(200)
  expect(await tablesThatSay([truth.hull!])).toContain('public.trail_values')
  const post = (body: object) => tamsin<{ message: string }>('POST', `/api/pages/${first.id}/redactions`, body)
  expect((await post({ add: [{ x, y, width, height }], show: [] })).status).toBe(400)
  expect((await post({ add: [{ x, y, width, height }], show: [], why: 'No number leaves the house' })).status).toBe(200)
  const indexed = (found: BatchDetail) => found.state === 'to index' && found.documents[0]!.filled
  await until(show, indexed)
  expect((await document()).fields.hull).toBeUndefined()
  expect((await document()).missing).toContain('hull')
  expect(await wordsOn(`/api/pages/${first.id}/view`)).not.toContain(truth.hull)
  expect(await tablesThatSay([truth.hull!])).toEqual([])
  const { body: history } = await tamsin<HistoryLine[]>('GET', `/api/documents/${(await document()).id}/history`)
  expect(history.find(line => line.what === 'enter')?.new).toMatchObject({ hull: '(blacked out)' })
  expect(history.map(line => line.what)).toContain('let values go')
  const black = (await tamsin<PageRedactions>('GET', `/api/pages/${first.id}/redactions`)).body
  expect(black.redactions.map(one => one.by).sort()).toEqual(['highlighter', 'person'])
  expect(black.why).toBe('No number leaves the house')

  expect((await tamsin('POST', `/api/batches/${batch}/undo`)).status).toBe(200)
  await until(show, indexed)
  expect((await document()).fields.hull?.value).toBe(truth.hull)
})

it('is looked at before it is filed, and then what was scanned goes', async () => {
  const { id, fields, pages } = await document()
  const values = Object.fromEntries(Object.entries(fields).map(([field, { value }]) => [field, value]))
  expect((await tamsin('PUT', `/api/documents/${id}/fields`, { values, confirm: true })).status).toBe(200)
  expect((await show()).state).toBe('to check')
  expect((await hedra('POST', `/api/documents/${id}/verdict`, { correct: true })).status).toBe(200)
  await until(show, found => found.state === 'done')
  expect(await sql`select distinct blob, digest is not null as known from pages where batch_id = ${batch}`).toEqual([
    { blob: null, known: true },
  ])
  const piers = await client('Piers')
  expect((await piers('GET', `/api/pages/${pages[0]!.id}/original`)).status).toBe(404)
  expect((await tamsin('GET', `/api/pages/${pages[0]!.id}/view`)).status).toBe(200)
  const ledger = (await tamsin<{ pages: { redactions?: { by: string }[] }[] }>('GET', `/api/batches/${batch}/ledger`)).body
  expect(ledger.pages.map(page => page.redactions?.map(one => one.by))).toEqual([['highlighter'], ['highlighter']])
  expect(await tablesThatSay(secrets)).toEqual([])
})
