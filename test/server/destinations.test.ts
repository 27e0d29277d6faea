import { mkdir, mkdtemp, readdir, rm } from 'node:fs/promises'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ConnectorView, DescribedView, DestinationChoice, DestinationView } from '../../shared/views/setUp'
import { listening } from '../../standins/http'
import { client, type Client } from '../product/client'
import { running } from '../product/running'

let steward: Client
let folder: string
beforeAll(async () => {
  steward = await client('Piers')
  folder = await mkdtemp(join(tmpdir(), 'rubricator-filed-'))
})
afterAll(() => rm(folder, { recursive: true, force: true }))

interface Refused {
  message: string
  data?: { path: string; message: string }[]
}
const all = async () => (await steward<DestinationChoice[]>('GET', '/api/destinations')).body
const show = async (id: string) => (await steward<DestinationView>('GET', `/api/destinations/${id}`)).body
const check = (id: string) => steward<{ answer?: string } & Refused>('POST', `/api/destinations/${id}/check`)
const add = (id: string, connector: string, options: unknown) =>
  steward<Refused>('POST', '/api/destinations', { id, name: `The ${id}`, connector, options })

describe('a destination', () => {
  it('of each kind is tried with its stand-in, which is left as it was', async () => {
    const before = (await readdir(running().folder)).sort()
    const tried: Record<string, string> = {}
    // One printer has nothing to be asked, wherever the paper was scanned; one folder is let into by nobody yet.
    for (const { id, connector } of (await all()).filter(one => !['where-scanned', 'cloud-by-sign-in'].includes(one.id))) {
      let { body } = await check(id)
      // On a machine this busy a server may not open its second connection in time.
      if (!body.answer && body.message.includes('does not answer')) ({ body } = await check(id))
      tried[connector] = body.answer ?? body.message
    }
    expect(tried).toEqual({
      'network-folder': 'A small file was written, read back and taken away again.',
      'cloud-folder': 'A small file was stored, read back and taken away again.',
      mail: '127.0.0.1 answers and takes the user name and password. No mail was sent.',
      'business-records': expect.stringContaining('Nothing was attached.') as string,
      sftp: 'A small file was stored, read back and taken away again.',
      ftp: 'A small file was stored, read back and taken away again.',
      objects: 'A small object was stored, read back and taken away again.',
      'content-management': 'The system answers, and the folder “/” is there. Nothing was stored.',
      hook: expect.stringContaining('answered 200') as string,
      bag: 'A folder was made and taken away again.',
      printer: 'Office device answers, and takes PDF. Nothing was printed.',
    })
    expect((await readdir(running().folder)).sort()).toEqual(before)
    const connectors = (await steward<ConnectorView[]>('GET', '/api/connectors')).body
    expect(connectors.map(one => one.name).sort()).toEqual(Object.keys(tried).sort())
  })

  it('says what is wrong at each of its fields, and how it fails when it is tried', async () => {
    const wrong = await add('letters', 'mail', { host: '', port: 70000, from: 'nobody' })
    expect([wrong.status, wrong.body.data?.map(one => one.path)]).toEqual([422, ['options.host', 'options.port', 'options.from']])
    expect((await add('shelf', 'network-folder', { path: 'shelf' })).body.data?.[0]?.path).toBe('options.path')
    expect((await add('x', 'carrier-pigeon', {})).status).toBe(400)
    await add('letters', 'mail', { host: '127.0.0.1', port: 9, from: 'office@saltmere.example' })
    expect(await check('letters')).toMatchObject({ status: 502, body: { message: expect.stringContaining('does not answer') as string } })
    await mkdir(join(folder, 'shelf'))
    await add('shelf', 'network-folder', { path: join(folder, 'shelf') })
    expect((await check('shelf')).status).toBe(200)
    await rm(join(folder, 'shelf'), { recursive: true })
    expect((await check('shelf')).body.message).toContain('is not there')
  })

  it('keeps its secrets to itself: one that is left out stays, another takes its place, an empty one goes', async () => {
    const options = { host: '127.0.0.1', port: 9, from: 'office@saltmere.example', user: 'office' }
    const put = (more: object) =>
      steward<Refused>('PUT', '/api/destinations/letters', { name: 'Letters', options: { ...options, ...more } })
    expect((await put({ password: 'the word' })).status).toBe(200)
    const ordered = { name: 'Letters', options, inOrder: true }
    expect((await steward('PUT', '/api/destinations/letters', ordered)).status).toBe(200)
    expect((await put({ subject: 'From the quay' })).status).toBe(200)
    expect((await show('letters')).inOrder).toBe(true)
    const shown = await show('letters')
    expect(shown).toMatchObject({ name: 'Letters', secretsKept: ['password'], options: { user: 'office', subject: 'From the quay' } })
    expect(JSON.stringify(shown)).not.toContain('the word')
    // Whoever does not know it cannot have it sent to a host of their own.
    const moved = await put({ host: 'localhost' })
    expect([moved.status, moved.body.data?.map(one => one.path)]).toEqual([422, ['options.password']])
    expect((await show('letters')).options.host).toBe('127.0.0.1')
    expect((await put({ host: 'localhost', password: 'another word' })).status).toBe(200)
    await put({ password: '' })
    expect((await show('letters')).secretsKept).toEqual([])
  })

  it('of business records is drawn from what the other side says of itself, in JSON or YAML; what is no such thing is said', async () => {
    const describe = (address: string) => steward<DescribedView & Refused>('POST', '/api/connectors/described', { address })
    const register = String((await show('vessel-register')).options.address)
    const { body } = await describe(`${register}/openapi.json`)
    expect(body).toMatchObject({ server: register, lookups: [{ path: '/vessels' }], attaches: [{ noun: 'vessel' }], writes: [{}] })
    expect(body.fields).toContainEqual({ id: 'hull', label: 'Hull number' })
    const refused = async (address: string) => {
      const answer = await describe(address)
      return [answer.status, answer.body.message]
    }
    expect(await refused(`${register}/nowhere`)).toEqual([502, expect.stringContaining('answered 404 instead of a description') as string])
    expect(await refused(`${register}/`)).toEqual([502, expect.stringContaining('neither JSON nor YAML') as string])
    expect(await refused('http://127.0.0.1:9/openapi.json')).toEqual([
      502,
      expect.stringContaining('127.0.0.1:9 does not answer') as string,
    ])

    const texts: Record<string, string> = {
      '/short.yaml': 'openapi: 3.1.0\ninfo: { title: Cases }\nservers: [{ url: /v2/ }]\npaths: {}',
      '/wide.yaml': `a: &a [${'x,'.repeat(50)}]\nb: &b [${'*a,'.repeat(50)}]\nc: [${'*b,'.repeat(50)}]`,
    }
    const other = createServer((request, response) => response.end(texts[request.url!] ?? 'x'.repeat(9 * 1024 * 1024)))
    const at = `http://127.0.0.1:${await listening(other, 0)}`
    try {
      expect((await describe(`${at}/short.yaml`)).body).toMatchObject({ title: 'Cases', server: `${at}/v2`, lookups: [] })
      expect(await refused(`${at}/wide.yaml`)).toEqual([502, expect.stringContaining('neither JSON nor YAML') as string])
      expect(await refused(`${at}/long`)).toEqual([502, expect.stringContaining('more than 8 MB') as string])
    } finally {
      other.close()
    }
  })

  it('that something needs is not removed, and says by what; another is', async () => {
    const { uses } = await show('records-office')
    expect(uses.rubrics).toContain('Mooring permits')
    expect((await show('vessel-register')).uses.rubrics).toContain('Landing slips')
    const needed = await steward<Refused>('DELETE', '/api/destinations/records-office')
    expect([needed.status, needed.body.message]).toEqual([409, expect.stringContaining('Mooring permits') as string])
    for (const id of ['letters', 'shelf']) expect((await steward('DELETE', `/api/destinations/${id}`)).status).toBe(200)
    expect((await all()).map(one => one.id)).not.toContain('letters')
    expect((await steward('DELETE', '/api/destinations/letters')).status).toBe(404)
  })
})
