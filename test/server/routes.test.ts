import { beforeAll, describe, expect, it } from 'vitest'
import type { BatchDetail, BatchRow } from '../../shared/views/batches'
import type { DeviceChoice } from '../../shared/views/devices'
import type { RubricChoice } from '../../shared/views/rubrics'
import sharp from 'sharp'
import { client, cookieOf, until, type Client } from '../product/client'
import { putPaper, running } from '../product/running'

let nobody: Client
let tamsin: Client
let jowan: Client
let hedra: Client
let choice: { rubric: string; device: string }
let batch: BatchDetail

const show = async (id: number) => (await tamsin<BatchDetail>('GET', `/api/batches/${id}`)).body

beforeAll(async () => {
  ;[nobody, tamsin, jowan, hedra] = await Promise.all([client(), client('Tamsin'), client('Jowan'), client('Hedra')])
  const rubrics = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body
  const devices = (await tamsin<DeviceChoice[]>('GET', '/api/devices')).body
  choice = { rubric: rubrics.find(one => one.name === 'Mooring permits')!.id, device: devices[0]!.id }
  await putPaper(4)
  const { status, body } = await tamsin<{ id: number }>('POST', '/api/batches', choice)
  expect(status).toBe(201)
  await until(
    () => show(body.id),
    found => found.pages.length >= 4,
  )
  expect((await tamsin('POST', `/api/batches/${body.id}/cancel`)).status).toBe(200)
  batch = await until(
    () => show(body.id),
    found => found.loads[0]!.state === 'cancelled' && found.pages.every(page => page.examined),
  )
})

describe('who asks', () => {
  it("a clerk sees nothing of another clerk's batch, a checker does", async () => {
    const page = batch.pages[0]!.id
    const paths: [string, string][] = [
      ['GET', `/api/batches/${batch.id}`],
      ['GET', `/api/pages/${page}/view`],
      ['GET', `/api/pages/${page}/thumbnail`],
      ['POST', `/api/batches/${batch.id}/abandon`],
      ['GET', `/api/batches/${batch.id}/ledger`],
    ]
    for (const [method, path] of paths)
      expect([path, (await jowan(method, path, method === 'GET' ? undefined : {})).status]).toEqual([path, 404])
    expect((await jowan<BatchRow[]>('GET', '/api/batches')).body.map(row => row.id)).not.toContain(batch.id)
    expect((await hedra('GET', `/api/batches/${batch.id}`)).status).toBe(200)
  })

  it('a wrong password and an unknown name get the same answer', async () => {
    const wrong = await nobody('POST', '/api/session', { name: 'Tamsin', password: 'guess' })
    const unknown = await nobody('POST', '/api/session', { name: 'Nobody', password: 'guess' })
    expect([wrong.status, unknown.status]).toEqual([401, 401])
    expect((wrong.body as { message: string }).message).toBe((unknown.body as { message: string }).message)
  })
})

describe('what is asked', () => {
  it.each<[string, string, unknown, number, string]>([
    ['POST', '/api/session', { name: 'Tamsin' }, 400, 'password: found nothing, expected a string'],
    ['POST', '/api/session', '{nonsense', 400, 'not JSON'],
    ['POST', '/api/batches', { rubric: 'x', device: 'y' }, 400, 'rubric: found "x", expected a UUID'],
    [
      'POST',
      '/api/batches',
      { rubric: '00000000-0000-4000-8000-000000000000', device: '00000000-0000-4000-8000-000000000000' },
      404,
      'no longer here',
    ],
    ['GET', '/api/batches?before=soon', undefined, 400, 'before: found "soon"'],
    ['GET', '/api/batches/none', undefined, 404, 'nothing here'],
    ['GET', '/api/batches/999999', undefined, 404, 'nothing here'],
    ['GET', '/api/files/999999', undefined, 404, 'nothing here'],
    ['POST', '/api/slips/999999/retry', {}, 404, 'nothing here'],
    ['PUT', '/api/documents/999999/fields', { values: {}, confirm: true }, 404, 'nothing here'],
  ])('%s %s %j is refused with %i', async (method, path, body, status, words) => {
    const answer = await tamsin<{ message: string }>(method, path, body)
    expect(answer.status).toBe(status)
    expect(answer.body.message).toContain(words)
  })

  it('rubrics, devices and destinations are for stewards, and are checked', async () => {
    const piers = await client('Piers')
    for (const [method, path] of [
      ['POST', '/api/rubrics'],
      ['GET', `/api/rubrics/${choice.rubric}`],
      ['POST', '/api/devices'],
      ['GET', '/api/destinations'],
      ['POST', '/api/destinations'],
      ['GET', '/api/devices/found'],
      ['GET', `/api/devices/${choice.device}`],
      ['POST', `/api/devices/${choice.device}/test`],
      ['DELETE', `/api/panels/${choice.device}`],
      ['GET', '/api/watched'],
    ] as const) {
      expect([path, (await tamsin(method, path, method === 'GET' ? undefined : {})).status]).toEqual([path, 403])
    }
    const bad = await piers<{ message: string; data: unknown }>('POST', '/api/rubrics', {
      body: { version: 1, name: 'X', scan: { dpi: 20 } },
    })
    expect([bad.status, bad.body.message]).toEqual([400, 'The rubric is not sound. scan.dpi: found 20, expected at least 75.'])
    expect((await piers('POST', '/api/rubrics', { body: { version: 1, name: 'Mooring permits' } })).status).toBe(409)
    expect((await piers('PUT', `/api/rubrics/${choice.rubric}`, { from: 999, body: { version: 1, name: 'Mooring permits' } })).status).toBe(
      409,
    )
    expect((await piers('POST', '/api/devices', { name: 'D', address: 'ftp://somewhere' })).status).toBe(400)
    expect(
      (await piers('POST', '/api/destinations', { id: 'x', name: 'X', connector: 'network-folder', options: { path: 'relative' } })).status,
    ).toBe(422)
    expect((await piers<unknown[]>('GET', '/api/destinations')).body).not.toContainEqual(
      expect.objectContaining({ options: expect.anything() as unknown }),
    )
    expect((await nobody('POST', '/api/setup/steward', { name: 'Me', password: 'long enough it is' })).status).toBe(409)
  })

  it('nothing happens twice or out of turn', async () => {
    const page = batch.pages[0]!.id
    expect((await tamsin('POST', `/api/batches/${batch.id}/cancel`)).status).toBe(409)
    expect((await tamsin('POST', `/api/batches/${batch.id}/resume`)).status).toBe(409)
    expect((await tamsin('POST', `/api/pages/${page}/answer`, { as: 'start' })).status).toBe(409)
    expect((await tamsin('POST', `/api/pages/${page}/answer`, { as: 'code', value: 'no pattern' })).status).toBe(400)
    expect((await tamsin('POST', `/api/pages/${page}/answer`, { as: 'perhaps' })).status).toBe(400)
    expect((await tamsin('POST', `/api/batches/${batch.id}/corrections`, { do: 'start', page })).status).toBe(409)
    expect((await tamsin('POST', `/api/batches/${batch.id}/corrections`, { do: 'shuffle', page })).status).toBe(400)
    expect((await tamsin('POST', `/api/batches/${batch.id}/undo`)).status).toBe(409)
    expect((await jowan('POST', `/api/batches/${batch.id}/corrections`, { do: 'start', page })).status).toBe(404)
  })
})

describe('a batch in several loads', () => {
  it('keeps what was scanned, takes more, numbers sheets on, and adds up in the ledger', async () => {
    const before = batch.pages.length
    await putPaper(4)
    expect((await tamsin('POST', `/api/batches/${batch.id}/loads`, { device: choice.device })).status).toBe(200)
    expect((await tamsin('POST', `/api/batches/${batch.id}/loads`, { device: choice.device })).status).toBe(409)
    expect((await tamsin('POST', `/api/batches/${batch.id}/complete`)).status).toBe(409)
    await until(
      () => show(batch.id),
      found => found.pages.length >= before + 3,
    )
    await tamsin('POST', `/api/batches/${batch.id}/cancel`)
    const found = await until(
      () => show(batch.id),
      now => now.loads.every(load => load.state === 'cancelled'),
    )
    expect(found.pages.map(page => page.position)).toEqual(found.pages.map((_, at) => at + 1))
    expect(found.pages[before]!.sheet).toBe(found.pages[before - 1]!.sheet + 1)
    expect(found.pages[before]!.side).toBe('front')
    const ledger = (await tamsin<{ totals: Record<string, number> }>('GET', `/api/batches/${batch.id}/ledger`)).body
    expect(ledger.totals).toMatchObject({ scanned: found.pages.length, held: found.pages.length })
    expect((await tamsin('POST', `/api/batches/${batch.id}/abandon`)).status).toBe(200)
    expect((await show(batch.id)).state).toBe('abandoned')
    expect((await tamsin('POST', `/api/batches/${batch.id}/complete`)).status).toBe(409)
  })
})

describe('the glass', () => {
  it('gives a side a load, each a sheet of its own, in the colour that it has', async () => {
    const { bench } = running()
    const lay = (sheet: number) =>
      fetch(`${bench}glass`, {
        method: 'POST',
        redirect: 'manual',
        body: new URLSearchParams({ stack: 'mooring-permits', seed: '4', from: String(sheet) }),
      })
    const glass = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === 'Single pages, from the glass')!
    await lay(1)
    const {
      body: { id },
    } = await tamsin<{ id: number }>('POST', '/api/batches', { rubric: glass.id, device: choice.device })
    const ended = (loads: number) =>
      until(
        () => show(id),
        found => found.loads.length === loads && found.loads.every(load => load.state === 'ended'),
      )
    await ended(1)
    await lay(3)
    expect((await tamsin('POST', `/api/batches/${id}/loads`, { device: choice.device })).status).toBe(200)
    await ended(2)
    expect((await tamsin('POST', `/api/batches/${id}/complete`)).status).toBe(200)
    const found = await until(
      () => show(id),
      now => now.state === 'to index',
    )
    expect(found.source).toBe('glass')
    expect(found.pages.map(page => [page.sheet, page.side, page.fate])).toEqual([
      [1, 'front', 'kept'],
      [2, 'front', 'kept'],
    ])
    const picture = await fetch(`${running().app}/api/pages/${found.pages[0]!.id}/view`, { headers: { cookie: await cookieOf('Tamsin') } })
    // The form is signed in blue ink.
    expect((await sharp(Buffer.from(await picture.arrayBuffer())).metadata()).channels).toBe(3)
    expect((await tamsin('POST', `/api/batches/${id}/abandon`)).status).toBe(200)
  })
})

it('pages say how they may be framed and what they may load', async () => {
  const { app } = running()
  const { headers } = await fetch(app)
  expect(headers.get('content-security-policy')).toContain("default-src 'self'")
  expect(headers.get('x-content-type-options')).toBe('nosniff')
})
