import { expect } from 'vitest'
import type { BatchDetail } from '../../shared/views/batches'
import type { DeviceChoice } from '../../shared/views/devices'
import { addFileAndSlip } from '../product/batchCopy'
import { client, program, type Client } from '../product/client'
import { pathOf, type TableRow } from './routeTable'

/** Things of one batch, by what a route calls them. */
export type Things = Record<string, number | string>

/** Someone who asks: a client, and whose token programs show. */
export interface Asking {
  ask: Client
  name: string | null
}

export const signedIn = async (name: string): Promise<Asking> => ({ ask: await client(name), name })

/** A batch with a page, a document, a file and a slip of it. */
export async function thingsOf(owner: Client, batch: number): Promise<Things> {
  const { pages, documents } = (await owner<BatchDetail>('GET', `/api/batches/${batch}`)).body
  const document = documents[0]!.id
  const devices = (await owner<DeviceChoice[]>('GET', '/api/devices')).body
  return { batch, device: devices[0]!.id, page: pages.find(page => page.document === 1)!.id, document, ...(await addFileAndSlip(document)) }
}

export const uuid = '00000000-0000-4000-8000-000000000000'
export const subjectOf = ({ facts: { may } }: TableRow) => (typeof may !== 'object' ? null : 'see' in may ? may.see : may.change)
const parametersOf = (row: TableRow, things: Things): Record<string, string | number> => ({
  id: things[subjectOf(row) ?? ''] ?? uuid,
  version: 1,
  name: 'a.pdf',
})

/** A sound query for each route that wants one. */
const queries: Record<string, string> = {
  '/api/batches/[id]/find': '?text=a',
  '/api/documents/[id]/suggest': '?field=a&part=a',
  '/api/documents/next': '?rubric=none',
  '/api/password/link': `?link=${'a'.repeat(43)}`,
  '/api/destinations/[id]/picture': '?path=a.pdf',
  '/api/batches/[id]/files': `?name=a.pdf&upload=${uuid}`,
  '/api/v1/batches/[id]/files': '?name=a.pdf&key=a',
}
/** A sound body for each changing route: without one, nothing would be learned about the lock. */
const bodies: Record<string, (things: Things) => unknown> = {
  '/api/office/single-sign-on': () => ({ issuer: 'https://sso.example', clientId: 'a', label: 'a' }),
  '/api/connectors/described': () => ({ address: 'http://127.0.0.1:9/openapi.json' }),
  '/api/batches/[id]/corrections': things => ({ do: 'start', page: things.page }),
  '/api/batches/[id]/counted': () => ({ load: 1, sheets: 3 }),
  '/api/batches/[id]/expected': () => ({ documents: 3 }),
  '/api/batches/[id]/hand-over': () => ({ person: uuid, why: 'away' }),
  '/api/batches/[id]/values': things => ({ rows: [{ document: things.document, values: {} }] }),
  '/api/batches/[id]/files': () => Buffer.from('%PDF-1.7 and so on'),
  '/api/batches/[id]/loads': things => ({ device: things.device }),
  '/api/batches/[id]/paste': things => ({ from: things.batch, pages: [things.page], before: null, cut: false }),
  '/api/documents/[id]/fields': () => ({ values: {}, confirm: false }),
  '/api/documents/[id]/draft': () => ({ typed: {}, pass: 1 }),
  '/api/find/kept': () => ({ name: 'a', query: {} }),
  '/api/documents/[id]/verdict': () => ({ correct: true }),
  '/api/batches/[id]/pass': () => ({ why: 'in a hurry' }),
  '/api/documents/[id]/type': () => ({ type: 'none' }),
  '/api/documents/[id]/lookup': () => ({ system: 'vessel-register', value: '1' }),
  '/api/pages/[id]/answer': () => ({ as: 'start' }),
  '/api/pages/[id]/words': () => ({ words: [{ at: 0, was: 'a', said: 'b' }] }),
  '/api/pages/[id]/redactions': () => ({ add: [], show: [], why: 'nothing to hide' }),
  '/api/batches/[id]/whole': () => ({ why: 'a court asks for it' }),
  '/api/webhooks': () => ({ name: 'Cases', address: 'https://cases.example/', person: 'none', events: ['batch'] }),
  '/api/destinations/[id]/print': () => ({ path: 'a.pdf' }),
  '/api/prints/[id]': () => ({ copies: 1, sides: 'one-sided', colour: 'auto' }),
  '/api/rubrics/[id]/learned/forget': () => ({ what: 'types' }),
  '/api/rubrics/[id]/sampling': () => ({ why: 'a new form is in use' }),
  '/api/rubrics/[id]/suggestions/dismiss': () => ({ key: 'a' }),
  '/api/slips/retry': () => ({ destination: 'none' }),
  '/api/batches/[id]/uploads': () => ({ uploads: [uuid] }),
  '/api/v1/batches/[id]/files': () => Buffer.from('%PDF-1.7 and so on'),
  '/api/v1/documents/[id]/values': () => ({ values: {} }),
}
/** A sound body for a route; undefined where none is known. */
export const bodyOf = (row: TableRow, things: Things): unknown => bodies[row.path]?.(things)

/** A path as seen from where programs call. */
export const fromBase = (path: string) => path.replace('/api/v1', '').replace(/^\/api\//, '/../')

/** What somebody is answered, with the words of a refusal. */
export async function send(
  { ask, name }: Asking,
  row: TableRow,
  things: Things,
  id: number | string | null = null,
  /** In the place of a sound one. */
  given?: unknown,
): Promise<{ status: number; words: string | undefined }> {
  const path = pathOf(row, { ...parametersOf(row, things), ...(id === null ? {} : { id }) }) + (queries[row.path] ?? '')
  const body = row.method === 'GET' ? undefined : given === undefined ? (bodyOf(row, things) ?? {}) : given
  if (row.facts.scope === undefined) {
    const { status, body: answer } = await ask<{ message?: string } | undefined>(row.method, path, body)
    return { status, words: answer?.message }
  }
  const shown = program(name ?? '', name === null ? 'no token' : undefined)
  const { status, body: answer, type } = await shown<{ detail?: string }>(row.method, fromBase(path), body)
  if (status >= 400) expect(type).toBe('application/problem+json')
  return { status, words: answer.detail }
}
export const named = (rows: TableRow[]) => rows.map(row => [`${row.method} ${row.path}`, row] as const)
