/// <reference types="vite/client" />
import { createHash } from 'node:crypto'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import type { z } from 'zod'
import { Ledger } from '../../core/model/ledger'
import { ApiBatch, ApiDocument, ApiDocuments, BatchMade, FileTaken, Problem, ValuesKept } from '../../shared/views/api'
import { drawnSide } from '../../standins/paper/drawn'
import { asPdf } from '../../standins/paper/encode'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { client, program, until } from '../product/client'
import { command, rubricator } from '../product/command'
import { running } from '../product/running'

const tamsin = program('Tamsin')
const stack = documentsOf(makeStack('mooring-permits', 52), '3')
const [truth] = stack.truth.documents
let sheets: Buffer[]
let batch: number
let document: z.infer<typeof ApiDocument>

beforeAll(async () => {
  // A file each for the two sides of a sheet, so that their order shows.
  sheets = await Promise.all(
    stack.sheets.map(async (_, sheet) => {
      const sides = await Promise.all((['front', 'back'] as const).map(face => drawnSide(stack, sheet, face, { dpi: 200, colour: 'grey' })))
      return asPdf(sides, 200)
    }),
  )
})

const show = async (id = batch) => ApiBatch.parse((await tamsin('GET', `/batches/${id}`)).body)

describe('a program hands files in', () => {
  it('in the order in which its calls began, each key once, and completes the batch', async () => {
    const made = await tamsin('POST', '/batches', { rubric: 'Mooring permits', name: 'From a program' })
    expect(made.status).toBe(201)
    batch = BatchMade.parse(made.body).id
    const hand = (at: number) => tamsin('POST', `/batches/${batch}/files?name=sheet-${at}.pdf&key=sheet-${at}`, sheets[at])
    for (const [at] of sheets.entries()) expect([(await hand(at)).status, at]).toEqual([201, at])
    expect(FileTaken.parse((await hand(0)).body)).toEqual({ name: 'sheet-0.pdf', key: 'sheet-0' })
    // Whether or not the last file is taken apart already; said twice it is said once.
    for (let times = 0; times < 2; times++) {
      const completed = await tamsin('POST', `/batches/${batch}/complete`)
      expect([completed.status, completed.body]).toEqual([202, { id: batch, state: expect.stringMatching(/receiving|sorting/) as string }])
    }
    expect((await show()).name).toBe('From a program')
  })

  it('and sees what came of it: the ledger, its documents, what is waited for', async () => {
    const found = await until(show, one => one.state === 'to index')
    expect(found).toMatchObject({ rubric: 'Mooring permits', waiting: ['1 document waits for index values.'] })
    expect(found.totals.scanned).toBe(stack.truth.sides.length)
    const ledger = Ledger.parse((await tamsin('GET', `/batches/${batch}/ledger`)).body)
    expect(ledger.pages.map(page => page.source)).toEqual(sheets.flatMap((_, at) => [`sheet-${at}.pdf`, `sheet-${at}.pdf`]))
    expect(ledger.pages.map(page => page.fate)).toEqual(stack.truth.sides.map(side => side.fate))
    const one = await tamsin('GET', `/documents/${found.documents[0]}`)
    document = ApiDocument.parse(one.body)
    expect(document).toMatchObject({
      batch,
      type: 'mooring-permit',
      state: 'open',
      values: { permit: { value: truth!.fields.permit, from: 'barcode' } },
      files: [],
    })
  })

  it('finds documents by words, values, rubric and state, by key', async () => {
    const find = async (query: string) => ApiDocuments.parse((await tamsin('GET', `/documents?${query}`)).body)
    const ids = async (query: string) => (await find(query)).documents.map(one => one.id)
    expect(await ids(`field.permit=${truth!.fields.permit}&rubric=Mooring%20permits&state=open`)).toContain(document.id)
    expect(await ids('text=conditions')).toContain(document.id)
    expect(await ids(`text=${truth!.fields.permit}`)).toContain(document.id)
    expect(await ids(`field.permit=${truth!.fields.permit}&state=sent`)).not.toContain(document.id)
    expect(await ids(`text=conditions&after=${document.id}`)).not.toContain(document.id)
    expect((await find('field.permit=none')).next).toBeNull()
    const wrong = await tamsin('GET', '/documents?colour=red')
    expect([wrong.status, Problem.parse(wrong.body).issues]).toEqual([
      400,
      [{ path: 'colour', message: 'found "red", expected no such key' }],
    ])
  })

  it('enters values, told of each fault by its field, and gets the files with their digests', async () => {
    const put = (body: unknown) => tamsin('PUT', `/documents/${document.id}/values`, body)
    const wrong = await put({ values: { hull: '12345678', colour: 'red' } })
    expect([wrong.status, wrong.type]).toEqual([422, 'application/problem+json'])
    const problem = Problem.parse(wrong.body)
    expect(problem.issues!.map(issue => issue.path)).toEqual(['values.colour', 'values.hull'])
    expect(problem.detail).toContain('Nothing was kept')
    const { hull, vessel, zone, issued } = truth!.fields
    const kept = ValuesKept.parse((await put({ values: { zone } })).body)
    expect(kept.values).toMatchObject({ zone, permit: truth!.fields.permit })
    const confirmed = await put({ values: { hull, vessel, zone, issued: issued!.split('-').reverse().join('/') }, confirm: true })
    expect([confirmed.status, ValuesKept.parse(confirmed.body).state]).toEqual([200, 'indexed'])
    expect((await put({ values: { zone }, confirm: true })).status).toBe(409)
    document = await until(
      async () => ApiDocument.parse((await tamsin('GET', `/documents/${document.id}`)).body),
      one => one.state === 'sent',
    )
    expect(document.slips.map(slip => slip.state)).toEqual(['delivered'])
    const [file] = document.files
    const bytes = await fetch(`${running().api.base}/documents/${document.id}/files/${encodeURIComponent(file!.name)}`, {
      headers: { authorization: `Bearer ${running().api.tokens.Tamsin}` },
    })
    const content = Buffer.from(await bytes.arrayBuffer())
    expect([bytes.headers.get('content-type'), createHash('sha256').update(content).digest('hex'), content.length]).toEqual([
      'application/pdf',
      file!.sha256,
      file!.bytes,
    ])
    expect((await tamsin('GET', `/documents/${document.id}/files/none.pdf`)).status).toBe(404)
  })
})

describe('what is refused', () => {
  it('says what to do, as RFC 9457 has it', async () => {
    const none = await tamsin('POST', '/batches', { rubric: 'No such rubric' })
    expect([none.status, Problem.parse(none.body)]).toMatchObject([422, { title: 'Not sound', status: 422, issues: [{ path: 'rubric' }] }])
    expect(Problem.parse((await tamsin('POST', '/batches', { name: 'x' })).body).issues).toEqual([
      { path: 'rubric', message: 'found nothing, expected a string' },
    ])
    const text = await tamsin(
      'POST',
      `/batches/${BatchMade.parse((await tamsin('POST', '/batches', { rubric: 'Berth plans' })).body).id}/files?name=a.pdf&key=a`,
      Buffer.from('words'),
    )
    expect([text.status, Problem.parse(text.body).detail]).toEqual([
      422,
      expect.stringContaining('is none of PDF, TIFF, JPEG, PNG or WebP'),
    ])
    // Far more than any other body may be: what it is decides, not its size.
    const large = await tamsin('POST', `/batches/${batch}/files?name=large.pdf&key=large`, Buffer.alloc(12 * 1024 * 1024, 'x'))
    expect([409, 422]).toContain(large.status)
    expect((await program('Jowan')('GET', `/batches/${batch}`)).status).toBe(404)
    expect((await program('Hedra')('GET', `/batches/${batch}`)).status).toBe(200)
  })

  it('is whatever a token has no scope for, and everything once it was ended', async () => {
    const piers = await client('Piers')
    expect((await piers('POST', '/api/tokens', { person: 'Nobody', name: 'x', scopes: ['read'] })).status).toBe(422)
    const { token } = (await piers<{ token: string }>('POST', '/api/tokens', { person: 'Tamsin', name: 'Reader', scopes: ['read'] })).body
    const reader = program('Tamsin', token)
    expect((await reader('GET', `/batches/${batch}`)).status).toBe(200)
    const asked = await reader('POST', '/batches', { rubric: 'Berth plans' })
    expect([asked.status, Problem.parse(asked.body).detail]).toEqual([
      403,
      'This token has not the scope “capture”. Ask a steward for one that has.',
    ])
    const [newest] = (await piers<{ id: string; name: string }[]>('GET', '/api/tokens')).body
    expect(newest).toMatchObject({ name: 'Reader', person: 'Tamsin', scopes: ['read'], endedAt: null })
    expect((await piers('DELETE', `/api/tokens/${newest!.id}`)).status).toBe(200)
    expect((await reader('GET', `/batches/${batch}`)).status).toBe(401)
    expect((await piers('DELETE', `/api/tokens/${newest!.id}`)).status).toBe(404)
  })
})

it('a batch is followed on the command line to its end', async () => {
  const env = { RUBRICATOR_API: running().api.base, RUBRICATOR_TOKEN: running().api.tokens.Tamsin! }
  const watch = (id: string, more = env) => command(process.execPath, ['cli/rubricator.mjs', 'watch', id, '--json'], more)
  const ended = await watch(String(batch))
  expect([ended.code, ended.errors]).toEqual([0, ''])
  expect(ApiBatch.parse(JSON.parse(ended.output))).toMatchObject({ id: batch, state: 'done' })
  expect((await watch('999999')).errors).toContain('there is no batch 999999')
  expect((await watch(String(batch), { ...env, RUBRICATOR_TOKEN: 'none' })).errors).toContain('does not take this token')
})

it('tokens are made, listed and ended on the command line', async () => {
  const empty = await mkdtemp(join(tmpdir(), 'rubricator-none-'))
  const none = await command(process.execPath, ['cli/rubricator.mjs', 'token', 'list'], { RUBRICATOR_DATA: empty })
  expect([none.code, none.errors]).toEqual([2, expect.stringContaining('No copy runs in')])
  await rm(empty, { recursive: true })
  const made = await rubricator('token', 'add', '--for', 'Tamsin', '--scopes', 'capture,read', '--name', 'Night')
  expect(made.code).toBe(0)
  expect((await program('Tamsin', made.output.trim())('GET', `/batches/${batch}`)).status).toBe(200)
  const line = (await rubricator('token', 'list')).output.split('\n').find(one => one.includes('Night'))!
  expect(line).toMatch(/\tTamsin\tcapture,read\tin use\tNight$/)
  expect((await rubricator('token', 'end', line.split('\t')[0]!)).code).toBe(0)
  expect((await program('Tamsin', made.output.trim())('GET', `/batches/${batch}`)).status).toBe(401)
  expect((await rubricator('token', 'add', '--for', 'Tamsin', '--scopes', 'everything')).errors).toContain(
    '--scopes: found "everything", expected some of capture,read,index,manage,print',
  )
})

it('events tell a program of batches, documents and slips that its person may see', async () => {
  const heard: string[] = []
  const stop = new AbortController()
  const response = await fetch(`${running().api.base}/events`, {
    headers: { authorization: `Bearer ${running().api.tokens.Tamsin}` },
    signal: stop.signal,
  })
  expect(response.headers.get('content-type')).toContain('text/event-stream')
  void (async () => {
    for await (const bytes of response.body as unknown as AsyncIterable<Uint8Array>) heard.push(Buffer.from(bytes).toString())
  })().catch(() => undefined)
  const { id } = BatchMade.parse((await tamsin('POST', '/batches', { rubric: 'Berth plans' })).body)
  await tamsin('POST', `/batches/${id}/files?name=plan.pdf&key=1`, sheets[0])
  expect((await tamsin('POST', `/batches/${id}/complete`)).status).toBe(202)
  const [made] = (
    await until(
      () => show(id),
      one => one.state === 'done',
    )
  ).documents
  await until(
    () => Promise.resolve(heard.join('')),
    text => text.includes('event: slip'),
  )
  const text = heard.join('')
  expect(text).toContain(`event: batch\ndata: {"id":${id},"batch":${id}}`)
  expect(text).toContain(`event: document\ndata: {"id":${made},"batch":${id}}`)
  stop.abort()
})

interface Operation {
  summary: string
  parameters?: { name: string; in: string; example?: string }[]
  requestBody?: { content: Record<string, { example?: unknown }> }
  responses: Record<string, unknown>
}

describe('the description', () => {
  it('is OpenAPI 3.1, made of the routes, and each of its examples works', async () => {
    const { openapi, paths, components } = (await (await fetch(`${running().api.base}/openapi.json`)).json()) as {
      openapi: string
      paths: Record<string, Record<string, Operation>>
      components: object
    }
    expect([openapi, Object.keys(paths)]).toEqual([
      '3.1.0',
      [
        '/batches',
        '/batches/{id}/files',
        '/batches/{id}/complete',
        '/batches/{id}',
        '/batches/{id}/ledger',
        '/documents',
        '/documents/{id}',
        '/documents/{id}/files/{name}',
        '/documents/{id}/values',
        '/events',
      ],
    ])
    expect(components).toHaveProperty('schemas.Problem.properties.detail')
    const files = Object.keys(import.meta.glob('../../server/api/v1/**/*.ts')).length - 1
    expect(Object.values(paths).flatMap(path => Object.keys(path))).toHaveLength(files)

    const { id } = BatchMade.parse((await tamsin('POST', '/batches', { rubric: 'Mooring permits' })).body)
    await tamsin('POST', `/batches/${id}/files?name=a.pdf&key=first`, sheets[0])
    for (const [path, operations] of Object.entries(paths)) {
      if (path === '/events') continue
      for (const [method, { parameters = [], requestBody, responses }] of Object.entries(operations)) {
        const query = new URLSearchParams(
          parameters.flatMap(one => (one.in === 'query' && one.example !== undefined ? [[one.name, one.example]] : [])),
        )
        const ids: Record<string, string> = path.startsWith('/documents')
          ? { id: String(document.id), name: document.files[0]!.name }
          : { id: String(id) }
        const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(ids[name]!))
        const body = requestBody?.content['application/json']?.example ?? (requestBody ? sheets[0] : undefined)
        // A sent document takes no more values.
        const answer = await tamsin(method.toUpperCase(), `${filled}?${query}`, body)
        const [done] = Object.keys(responses)
        expect([method, path, answer.status]).toEqual([method, path, path.endsWith('/values') ? 409 : Number(done)])
      }
    }
  })
})
