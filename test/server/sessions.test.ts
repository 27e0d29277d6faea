import { mkdtemp, realpath, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { allowedFolder } from '../../server/allowedFolder'
import type { SessionView } from '../../shared/views/people'
import { client, cookieOf } from '../product/client'
import { running } from '../product/running'

const ask = (path: string, cookie: string, init: RequestInit = {}) =>
  fetch(running().app + path, { ...init, headers: { cookie, ...(init.headers as Record<string, string> | undefined) } })
const json = { 'content-type': 'application/json' }

describe('a session', () => {
  it('that was ended opens nothing, whoever kept its cookie', async () => {
    const cookie = await cookieOf('Jowan')
    expect((await ask('/api/session', cookie)).status).toBe(200)
    await ask('/api/session', cookie, { method: 'DELETE' })
    expect((await ask('/api/session', cookie)).status).toBe(401)
    expect((await ask('/api/live', cookie)).status).toBe(401)
  })

  it('is seen by its person, and ended from another place; a steward sees and ends anybody’s', async () => {
    const [lost, own, steward] = [await cookieOf('Jowan'), await client('Jowan'), await client('Piers')]
    const sessions = (await own<SessionView[]>('GET', '/api/sessions')).body
    expect(new Set(sessions.map(one => one.person))).toEqual(new Set(['Jowan']))
    expect(sessions.filter(one => one.own)).toHaveLength(1)
    const others = (await steward<SessionView[]>('GET', '/api/sessions')).body.filter(one => one.person === 'Piers')
    expect((await own('DELETE', `/api/sessions/${others[0]!.id}`)).status).toBe(404)
    const seenThere = (await (await ask('/api/sessions', lost)).json()) as SessionView[]
    expect((await own('DELETE', `/api/sessions/${seenThere.find(one => one.own)!.id}`)).status).toBe(200)
    expect((await ask('/api/session', lost)).status).toBe(401)
    expect((await steward('DELETE', `/api/sessions/${sessions.find(one => one.own)!.id}`)).status).toBe(200)
    expect((await own('GET', '/api/session')).status).toBe(401)
  })
})

describe('signing in', () => {
  const attempt = async (name: string, password: string) =>
    (await ask('/api/session', '', { method: 'POST', headers: json, body: JSON.stringify({ name, password }) })).status

  it('forty times at once is ten tries', async () => {
    const answers = await Promise.all(Array.from({ length: 40 }, (_, at) => attempt('Nobody here', `wrong ${at}`)))
    expect(answers.filter(status => status === 401)).toHaveLength(10)
    expect(answers.filter(status => status === 429)).toHaveLength(30)
  })

  it('waits longer after each failure, and a steward lifts it', async () => {
    const steward = await client('Piers')
    const waiting = async () => (await steward<{ who: string }[]>('GET', '/api/sessions/waiting')).body.map(one => one.who)
    const who = (await waiting()).find(one => one.startsWith('name nobody here from'))
    expect(who).toBeDefined()
    expect((await steward('DELETE', '/api/sessions/waiting', { who })).status).toBe(200)
    expect(await waiting()).not.toContain(who)
    expect(await attempt('Nobody here', 'wrong')).toBe(401)
  })
})

describe('a change', () => {
  it.each([
    [{ origin: 'http://elsewhere.example' }, 403],
    [{ origin: 'null' }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
    [{ 'sec-fetch-site': 'same-site' }, 403],
    [{ 'sec-fetch-site': 'same-origin' }, 401],
  ])('sent with %j is answered with %i', async (headers, status) => {
    const body = JSON.stringify({ name: 'Jowan', password: 'wrong' })
    expect((await ask('/api/session', '', { method: 'POST', headers: { ...json, ...headers }, body })).status).toBe(status)
  })

  it('that a form of another site could send is refused', async () => {
    const body = JSON.stringify({ name: 'Jowan', password: 'wrong' })
    expect((await ask('/api/session', '', { method: 'POST', headers: { 'content-type': 'text/plain' }, body })).status).toBe(415)
  })

  it('with what cannot be kept is refused in words', async () => {
    const clerk = await client('Tamsin')
    const { status, body } = await clerk<{ message: string }>('POST', '/api/addresses', { name: 'a\0b', mail: 'nul@saltmere.example' })
    expect([status, body.message]).toEqual([400, 'A text has a character in it that cannot be kept. Type it again.'])
  })
})

describe('what belongs to others', () => {
  it('an entry of the address book keeps the name that another gave it', async () => {
    const [first, second] = [await client('Tamsin'), await client('Jowan')]
    await first('POST', '/api/addresses', { name: 'Wenna Sark', mail: 'wenna.sark@saltmere.example' })
    const { body } = await second('POST', '/api/addresses', { name: 'Somebody else', mail: 'Wenna.Sark@saltmere.example' })
    expect(body).toMatchObject({ name: 'Wenna Sark' })
  })

  it('a destination’s id is not given away', async () => {
    const steward = await client('Piers')
    const { id } = (await steward<{ id: string; connector: string }[]>('GET', '/api/destinations')).body[0]!
    const taken = {
      id,
      name: 'Another',
      connector: 'network-folder',
      options: { path: await mkdtemp(join(tmpdir(), 'rubricator-taken-')) },
    }
    expect((await steward('POST', '/api/destinations', taken)).status).toBe(409)
    await rm(taken.options.path, { recursive: true })
  })
})

describe('a folder that a steward types', () => {
  it.each([
    ['the data folder', () => process.env.RUBRICATOR_DATA!],
    ['one in it', () => `${process.env.RUBRICATOR_DATA}/blobs`],
    ['one that holds it', () => `${process.env.RUBRICATOR_DATA}/..`],
  ])('is refused where it is %s', async (_, path) => {
    const steward = await client('Piers')
    const rubric = (await steward<{ id: string }[]>('GET', '/api/rubrics')).body[0]!.id
    const watched = await steward<{ message: string }>('POST', '/api/watched', { path: path(), subfolders: true, rubric, after: 'remove' })
    expect([watched.status, watched.body.message]).toEqual([422, expect.stringContaining("Rubricator's own data") as string])
    const destination = { id: 'eaten', name: 'Eaten', connector: 'network-folder', options: { path: path() } }
    expect((await steward('POST', '/api/destinations', destination)).status).toBe(422)
  })

  it('is none of the machine’s own', async () => {
    await expect(allowedFolder('/etc', {})).rejects.toThrow('a folder of the machine itself')
    await expect(allowedFolder('/usr/share', { RUBRICATOR_FOLDERS: '/usr' })).rejects.toThrow('a folder of the machine itself')
  })

  it('is one of those that the settings allow', async () => {
    await expect(allowedFolder(tmpdir(), { RUBRICATOR_FOLDERS: '/srv:/mnt' })).rejects.toThrow(
      'outside the folders that this office allows',
    )
    expect(await allowedFolder(tmpdir(), { RUBRICATOR_FOLDERS: `/srv:${tmpdir()}` })).toBe(await realpath(tmpdir()))
  })
})

it('the copy says whether work goes on', async () => {
  const { body, status } = await (await client())<{ ready: boolean; workers: number }>('GET', '/api/health/ready')
  expect([status, body.ready, body.workers > 0]).toEqual([200, true, true])
})
