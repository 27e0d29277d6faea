import { beforeAll, describe, expect, it } from 'vitest'
import type { BatchDetail } from '../../shared/views/batches'
import { client, program, type Client } from '../product/client'
import { addFileAndSlip } from '../product/batchCopy'
import { sampleBatch } from '../product/sample'
import { pathOf, routeTable, type TableRow } from './routeTable'

let nobody: Client
let owner: Client
let otherClerk: Client
let checker: Client
/** Things of one clerk's batch, by what a route calls them. */
const things: Record<string, number> = {}

beforeAll(async () => {
  ;[nobody, owner, otherClerk, checker] = await Promise.all([client(), client('Tamsin'), client('Jowan'), client('Hedra')])
  for (const [ask, name] of [
    [owner, 'Tamsin'],
    [otherClerk, 'Jowan'],
    [checker, 'Hedra'],
  ] as const)
    names.set(ask, name)
  things.batch = await sampleBatch('Tamsin')
  const { pages, documents } = (await owner<BatchDetail>('GET', `/api/batches/${things.batch}`)).body
  things.page = pages[0]!.id
  things.document = documents[0]!.id
  Object.assign(things, await addFileAndSlip(things.document))
})

const uuid = '00000000-0000-4000-8000-000000000000'
const subjectOf = ({ facts: { may } }: TableRow) => (typeof may !== 'object' ? null : 'see' in may ? may.see : may.change)
const parametersOf = (row: TableRow): Record<string, string | number> => ({
  id: things[subjectOf(row) ?? ''] ?? uuid,
  version: 1,
  name: 'a.pdf',
})

/** A sound query for each route that wants one. */
const queries: Record<string, string> = {
  '/api/batches/[id]/find': '?text=a',
  '/api/password/link': `?link=${'a'.repeat(43)}`,
  '/api/destinations/[id]/picture': '?path=a.pdf',
  '/api/batches/[id]/files': `?name=a.pdf&upload=${uuid}`,
  '/api/v1/batches/[id]/files': '?name=a.pdf&key=a',
}
/** A sound body for each changing route: without one, nothing would be learned about the lock. */
const bodies: Record<string, () => unknown> = {
  '/api/batches/[id]/corrections': () => ({ do: 'start', page: things.page }),
  '/api/batches/[id]/counted': () => ({ load: 1, sheets: 3 }),
  '/api/batches/[id]/expected': () => ({ documents: 3 }),
  '/api/batches/[id]/files': () => Buffer.from('%PDF-1.7 and so on'),
  '/api/batches/[id]/loads': () => ({ device: things.device ?? uuid }),
  '/api/batches/[id]/paste': () => ({ from: things.batch, pages: [things.page], before: null, cut: false }),
  '/api/documents/[id]/fields': () => ({ values: {}, confirm: false }),
  '/api/documents/[id]/lookup': () => ({ system: 'vessel-register', value: '1' }),
  '/api/pages/[id]/answer': () => ({ as: 'start' }),
  '/api/batches/[id]/uploads': () => ({ uploads: [uuid] }),
  '/api/v1/batches/[id]/files': () => Buffer.from('%PDF-1.7 and so on'),
  '/api/v1/documents/[id]/values': () => ({ values: {} }),
}
/** Whom a client is signed in as; programs show that person's token. */
const names = new Map<Client, string>()
/** What somebody is answered, with the words of a refusal. */
async function send(ask: Client, row: TableRow, parameters = parametersOf(row)): Promise<{ status: number; words: string | undefined }> {
  const path = pathOf(row, parameters) + (queries[row.path] ?? '')
  const body = row.method === 'GET' ? undefined : (bodies[row.path]?.() ?? {})
  if (row.facts.scope === undefined) {
    const { status, body: answer } = await ask<{ message?: string } | undefined>(row.method, path, body)
    return { status, words: answer?.message }
  }
  const {
    status,
    body: answer,
    type,
  } = await program(names.get(ask) ?? '', names.has(ask) ? undefined : 'no token')<{ detail?: string }>(
    row.method,
    path.slice('/api/v1'.length),
    body,
  )
  if (status >= 400) expect(type).toBe('application/problem+json')
  return { status, words: answer.detail }
}
const named = (rows: TableRow[]) => rows.map(row => [`${row.method} ${row.path}`, row] as const)

describe('without signing in', () => {
  it.each(named(routeTable.filter(row => row.facts.may !== 'anybody')))('%s is refused', async (_, row) => {
    expect((await send(nobody, row)).status).toBe(401)
  })

  it.each(named(routeTable.filter(row => row.facts.may === 'anybody' && row.facts.body)))(
    '%s takes no more than a few kilobytes',
    async (_, row) => {
      expect((await nobody(row.method, pathOf(row, {}), { name: 'x'.repeat(10_000) })).status).toBe(413)
    },
  )

  it('opens nothing that was not meant to be open', () => {
    expect(routeTable.filter(row => row.facts.may === 'anybody').map(row => `${row.method} ${row.path}`)).toEqual([
      'GET /api/health',
      'GET /api/health/ready',
      'GET /api/panel',
      'POST /api/panel/badge',
      'POST /api/panel/pair',
      'POST /api/panel/session',
      'GET /api/password/link',
      'POST /api/password/link',
      'DELETE /api/session',
      'POST /api/session',
      'GET /api/setup',
      'POST /api/setup/steward',
      'GET /api/v1/openapi.json',
    ])
  })
})

it.each(named(routeTable.filter(row => row.facts.may === 'steward')))('%s is for stewards', async (_, row) => {
  expect((await send(owner, row)).status).toBe(403)
})

describe("of another clerk's batch", () => {
  it.each(named(routeTable.filter(row => subjectOf(row))))('%s is not there', async (_, row) => {
    const asked = await send(otherClerk, row)
    expect([asked.status, asked.words]).toEqual([404, 'There is nothing here, or it belongs to someone else.'])
  })

  it.each(named(routeTable.filter(row => subjectOf(row))))('%s wants a number', async (_, row) => {
    expect((await send(owner, row, { ...parametersOf(row), id: 'none' })).status).toBe(400)
  })
})

describe('while another person has the edit lock', () => {
  const changing = routeTable.filter(row => typeof row.facts.may === 'object' && 'change' in row.facts.may)
  beforeAll(async () => {
    const devices = (await owner<{ id: string }[]>('GET', '/api/devices')).body
    things.device = devices[0]!.id as unknown as number
    expect((await checker('POST', `/api/batches/${things.batch}/lock`, { over: true })).status).toBe(200)
  })

  it('there is something to change', () => {
    expect(changing.length).toBeGreaterThan(15)
  })

  it.each(named(changing))('%s is refused, in words', async (_, row) => {
    const asked = await send(owner, row)
    expect([asked.status, asked.words]).toEqual([409, 'Hedra works on this batch now. You can look, or take it over on the ribbon.'])
  })

  it.each(named(routeTable.filter(row => row.facts.may === 'person' && row.method !== 'GET')))(
    '%s changes nothing of a batch',
    (_, row) => {
      expect([
        '/api/addresses',
        '/api/batches',
        '/api/password',
        '/api/rubrics/[id]/lookup',
        '/api/separators',
        '/api/session/proof',
        '/api/sessions/[id]',
        '/api/v1/batches',
      ]).toContain(row.path)
    },
  )
})
