import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import type { BatchDetail, BatchRow } from '../../shared/views/batches'
import type { DeviceChoice } from '../../shared/views/devices'
import type { PageNote } from '../../shared/views/pages'
import type { RubricChoice } from '../../shared/views/rubrics'
import type { FolderEntry } from '../../shared/views/setUp'
import type { StartForm } from '../../shared/views/start'
import { fleet, soldTwice } from '../../standins/paper/world'
import { born } from '../product/born'
import { client, until, type Client } from '../product/client'
import { command } from '../product/command'
import { putPaper, running } from '../product/running'

let nobody: Client
let tamsin: Client
let jowan: Client
let piers: Client
let rubrics: RubricChoice[]
let device: string
const rubric = (name: string) => rubrics.find(one => one.name === name)!.id
const show = async (id: number) => (await tamsin<BatchDetail>('GET', `/api/batches/${id}`)).body

beforeAll(async () => {
  ;[nobody, tamsin, jowan, piers] = await Promise.all([client(), client('Tamsin'), client('Jowan'), client('Piers')])
  rubrics = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body
  device = (await tamsin<DeviceChoice[]>('GET', '/api/devices')).body[0]!.id
})

describe('files', () => {
  let batch: number
  const send = async (ask: Client, name: string, bytes: Uint8Array | string, upload = crypto.randomUUID()) =>
    ask<{ message: string }>('POST', `/api/batches/${batch}/files?${new URLSearchParams({ name, upload }).toString()}`, bytes)

  it('join a batch in the order in which they come, each once; what is none of ours is refused with a sentence', async () => {
    batch = (await tamsin<{ id: number }>('POST', '/api/batches', { rubric: rubric('Berth plans') })).body.id
    const upload = crypto.randomUUID()
    const note = await born('Notice to skippers about the slipway timbers')
    for (let again = 0; again < 2; again++) expect((await send(tamsin, 'note.pdf', note, upload)).status).toBe(201)
    const picture = await sharp({ create: { width: 900, height: 1200, channels: 3, background: '#e8e0d0' } })
      .composite([
        {
          input: Buffer.from('<svg width="700" height="100"><text x="10" y="60" font-size="40">Berth B12, taken on the quay</text></svg>'),
          left: 100,
          top: 200,
        },
      ])
      .webp()
      .toBuffer()
    expect((await send(tamsin, 'plan.webp', picture)).status).toBe(201)
    const refused = await send(tamsin, '../../words.pdf', 'just some words')
    expect([refused.status, refused.body.message]).toEqual([
      422,
      '“../../words.pdf” is none of PDF, TIFF, JPEG, PNG or WebP, whatever its name says. Export it as one of these.',
    ])
    expect((await send(tamsin, 'empty.pdf', '')).status).toBe(422)
    expect((await send(jowan, 'note.pdf', note)).status).toBe(404)
    const found = await until(
      () => show(batch),
      now => now.pages.length === 2 && now.pages.every(page => page.examined),
    )
    expect(found.loads.map(load => [load.kind, load.sides])).toEqual([
      ['files', 1],
      ['files', 1],
    ])
  })

  it('that never were paper keep their own text and drawing in the file that is made', async () => {
    expect((await tamsin('POST', `/api/batches/${batch}/complete`)).status).toBe(200)
    const done = await until(
      () => show(batch),
      now => now.state === 'done',
    )
    expect(done.filed).toHaveLength(1)
    expect((await command('pdftotext', [done.filed[0]!, '-'])).output).toContain('Notice to skippers')
    expect((await command('pdffonts', [done.filed[0]!])).output).toContain('Helvetica')
    expect((await send(tamsin, 'late.pdf', await born('Too late'))).status).toBe(409)
  })
})

describe('what is asked before scanning', () => {
  it('holds the start until it is sound, and only what the rubric leaves open may be changed', async () => {
    const start = (more: object) => tamsin<{ message: string }>('POST', '/api/batches', { rubric: rubric('Scan to people'), ...more })
    const form = (await tamsin<StartForm>('GET', `/api/rubrics/${rubric('Scan to people')}/start`)).body
    expect([form.fields.map(field => field.id), form.sends]).toEqual([
      ['subject', 'answer', 'confidential'],
      [{ to: 'office-mail', name: 'Office mail', asks: 'people' }],
    ])
    expect((await start({})).body.message).toBe('Subject is empty.')
    expect((await start({ values: { subject: 'S', answer: 'soon' } })).body.message).toContain('a date as dd/MM/yyyy')
    expect((await start({ values: { subject: 'S', colour: 'red' } })).status).toBe(400)
    expect((await start({ values: { subject: 'S' }, sends: [{ to: 'records-office' }] })).status).toBe(400)
    expect((await start({ values: { subject: 'S' }, choices: { dpi: 20 } })).body.message).toContain('choices.dpi')
    const forbidden = await tamsin<{ message: string }>('POST', '/api/batches', { rubric: rubric('Crew cards'), choices: { dpi: 600 } })
    expect(forbidden.body.message).toContain('choices.dpi: the rubric “Crew cards” does not let this be changed')
    expect((await start({ values: { subject: 'S' }, choices: { dpi: 300, protect: '4711' } })).status).toBe(201)
    const again = (await tamsin<StartForm>('GET', `/api/rubrics/${rubric('Scan to people')}/start`)).body
    expect([again.changed, again.settings.dpi]).toEqual([{ dpi: 300 }, 300])
  })

  it('business records fill what was typed', async () => {
    const ask = (hull: string, chosen = {}) =>
      tamsin<{ values: object; answers: Record<string, { records: unknown[] }> }>('POST', `/api/rubrics/${rubric('Crew cards')}/lookup`, {
        values: { hull },
        chosen,
      })
    expect((await ask(fleet[3]!.hull)).body.values).toEqual({ vessel: fleet[3]!.name, owner: fleet[3]!.owner })
    const two = (await ask(fleet[soldTwice]!.hull)).body
    expect([two.values, two.answers['vessel-register']!.records.length]).toEqual([{}, 2])
    expect((await ask(fleet[soldTwice]!.hull, { 'vessel-register': fleet.at(-1)!.id })).body.values).toMatchObject({
      owner: fleet.at(-1)!.owner,
    })
  })

  it("a destination's folders can be looked into, and not beyond", async () => {
    const path = join(running().folder, 'Look here')
    await mkdir(path, { recursive: true })
    await writeFile(join(path, 'note.pdf'), await born('A note'))
    const look = (folder: string) =>
      piers<FolderEntry[]>('GET', `/api/destinations/records-office/folder?path=${encodeURIComponent(folder)}`)
    expect((await look('')).body).toContainEqual(expect.objectContaining({ name: 'Look here', kind: 'folder' }))
    expect((await look('Look here')).body).toMatchObject([{ name: 'note.pdf', picture: true }])
    expect((await piers('GET', `/api/destinations/records-office/picture?path=${encodeURIComponent('Look here/note.pdf')}`)).status).toBe(
      200,
    )
    // A clerk looks where a rubric leaves the place open, nowhere else.
    expect((await tamsin('GET', '/api/destinations/records-office/folder')).status).toBe(404)
    expect((await tamsin('GET', '/api/destinations/cloud-folder/folder')).status).toBe(200)
    for (const outside of ['..', 'Look here/../..', '/etc']) expect([outside, (await look(outside)).status]).toEqual([outside, 400])
    expect((await look('Nowhere')).status).toBe(502)
    expect((await nobody('GET', '/api/destinations/records-office/folder')).status).toBe(401)
  })
})

describe('a panel', () => {
  it('keeps what is begun at it: the cookie alone opens nothing elsewhere', async () => {
    const { code } = (await piers<{ code: string }>('POST', `/api/panels/${device}`)).body
    const ask = async (path: string, cookie: string, body?: object) => {
      const given = body && { method: 'POST', body: JSON.stringify(body) }
      const response = await fetch(running().app + path, { ...given, headers: { 'content-type': 'application/json', cookie } })
      return { status: response.status, cookie: response.headers.getSetCookie()[0]?.split(';')[0] ?? '' }
    }
    const panel = (await ask('/api/panel/pair', '', { code })).cookie
    const session = (await ask('/api/panel/session', panel, { pin: running().person('Tamsin').pin })).cookie
    expect((await ask('/api/session', `${panel}; ${session}`)).status).toBe(200)
    expect((await ask('/api/session', session)).status).toBe(401)
  })

  const pair = async (screen: Client) => {
    const { code } = (await piers<{ code: string }>('POST', `/api/panels/${device}`)).body
    return (await screen('POST', '/api/panel/pair', { code })).status
  }

  it("is a device's once a steward's code is typed, once", async () => {
    const screen = await client()
    expect((await screen<{ device: null }>('GET', '/api/panel')).body.device).toBeNull()
    expect((await screen('POST', '/api/panel/session', { pin: running().person('Tamsin').pin })).status).toBe(403)
    expect((await tamsin('POST', `/api/panels/${device}`)).status).toBe(403)
    const { code } = (await piers<{ code: string }>('POST', `/api/panels/${device}`)).body
    expect((await screen('POST', '/api/panel/pair', { code })).status).toBe(200)
    expect((await (await client())('POST', '/api/panel/pair', { code })).status).toBe(401)
    expect((await screen<{ device: { name: string } }>('GET', '/api/panel')).body.device.name).toBe('Office device')
  })

  it('lets people in by PIN or badge, shows them their own batches alone, and locks itself after five failures', async () => {
    const screen = await client()
    await pair(screen)
    expect((await screen<{ name: string }>('POST', '/api/panel/session', { pin: running().person('Piers').pin })).body.name).toBe('Piers')
    // There even a steward sees their own work alone, and sets nothing up.
    expect((await screen<BatchRow[]>('GET', '/api/batches')).body.filter(row => row.owner !== 'Piers')).toEqual([])
    expect((await screen('GET', '/api/tokens')).status).toBe(403)
    await screen('DELETE', '/api/session')
    expect((await screen('GET', '/api/batches')).status).toBe(401)

    const bench = running().bench
    await fetch(`${bench}badge`, {
      method: 'POST',
      body: new URLSearchParams({ badge: running().person('Hedra').badge }),
      redirect: 'manual',
    })
    expect((await screen<{ name: string }>('POST', '/api/panel/session', { badge: true })).body.name).toBe('Hedra')
    expect((await screen('POST', '/api/panel/session', { badge: true })).body).toBeFalsy()
    expect((await nobody('POST', '/api/panel/badge', { badge: running().person('Hedra').badge })).status).toBe(401)

    await screen('DELETE', '/api/session')
    const tries = []
    for (let at = 0; at < 6; at++) tries.push((await screen('POST', '/api/panel/session', { pin: '000000' })).status)
    expect(tries).toEqual([401, 401, 401, 401, 401, 429])
    expect((await screen('POST', '/api/panel/session', { pin: running().person('Tamsin').pin })).status).toBe(429)
    await pair(screen)
    expect((await screen('POST', '/api/panel/session', { pin: running().person('Tamsin').pin })).status).toBe(200)
  })
})

describe('paper that comes later', () => {
  it('joins a batch that was completed too early, and a page is scanned again in its place', async () => {
    await putPaper(6, 'dues-statements', { documents: '1-4' })
    const { id } = (await tamsin<{ id: number }>('POST', '/api/batches', { rubric: rubric('Dues statements'), device })).body
    await until(
      () => show(id),
      now => now.loads[0]!.state === 'ended',
      120,
    )
    expect((await tamsin('POST', `/api/batches/${id}/complete`)).status).toBe(200)
    expect((await tamsin('POST', `/api/batches/${id}/reopen`)).status).toBe(200)
    expect((await tamsin('POST', `/api/batches/${id}/reopen`)).status).toBe(409)
    expect((await tamsin('POST', `/api/batches/${id}/complete`)).status).toBe(200)
    const sorted = await until(
      () => show(id),
      now => now.state === 'to index',
      150,
    )
    expect(sorted.documents).toHaveLength(4)

    const bad = sorted.pages[3]!
    await fetch(`${running().bench}load`, {
      method: 'POST',
      body: new URLSearchParams({ stack: 'dues-statements', seed: '6', documents: '1-4', from: '12' }),
      redirect: 'manual',
    })
    expect((await jowan('POST', `/api/batches/${id}/loads`, { device, replaces: bad.id })).status).toBe(404)
    expect((await tamsin('POST', `/api/batches/${id}/loads`, { device, replaces: bad.id })).status).toBe(200)
    const again = await until(
      () => show(id),
      now => now.pages.length === 13 && now.state === 'to index',
      120,
    )
    const place = again.pages.findIndex(page => page.position === 13)
    expect(again.pages.slice(place - 1, place + 2).map(page => [page.position, page.fate, page.document])).toEqual([
      [4, 'replaced', null],
      [13, 'kept', 2],
      [5, 'kept', 2],
    ])
    expect((await tamsin<PageNote>('GET', `/api/pages/${again.pages[place - 1]!.id}/note`)).body.why).toBe(
      'Scanned again: page 13 stands in its place.',
    )
    expect(again.documents).toHaveLength(4)
    await tamsin('POST', `/api/batches/${id}/abandon`)
  })

  it('is dropped where a cancelled load is not wanted', async () => {
    await putPaper(6, 'dues-statements')
    const { id } = (await tamsin<{ id: number }>('POST', '/api/batches', { rubric: rubric('Dues statements'), device })).body
    await until(
      () => show(id),
      now => now.pages.length >= 4,
    )
    expect((await tamsin('POST', `/api/batches/${id}/cancel`, { drop: true })).status).toBe(200)
    await until(
      () => show(id),
      now => now.loads[0]!.state === 'cancelled',
    )
    await tamsin('POST', `/api/batches/${id}/complete`)
    const done = await until(
      () => show(id),
      now => now.state === 'done',
    )
    expect(done.totals).toMatchObject({ kept: 0, separator: 0, dropped: done.pages.length })
  })
})
