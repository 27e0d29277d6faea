import { createHash } from 'node:crypto'
import { execFile } from 'node:child_process'
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { PutObjectCommand, S3Client } from '@aws-sdk/client-s3'
import S3rver from 's3rver'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { connectorNamed } from '../../connectors'
import { Refusal, type Delivery } from '../../connectors/connector'
import { archiveServer } from '../../standins/archive/server'
import { deviceServer } from '../../standins/device/server'
import { textPdf } from '../product/textPdf'
import { expectHeld } from './held'

let folder: string
let archive: ReturnType<typeof archiveServer>
let device: Server
let objects: S3rver
let objectsPort: number
const secret = 'a secret of sixteen letters'
const portOf = (server: Server) => (server.address() as AddressInfo).port
const listening = (server: Server) => new Promise<void>(done => server.listen(0, '127.0.0.1', () => done()))

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-archive-'))
  archive = archiveServer('records', 'right', secret)
  device = deviceServer('Office device', 1000)
  objects = new S3rver({
    port: 0,
    address: '127.0.0.1',
    silent: true,
    directory: folder,
    configureBuckets: [{ name: 'records', configs: [] }],
  })
  objectsPort = (await objects.run()).port
  await Promise.all([listening(archive), listening(device)])
})
afterAll(async () => {
  archive.close()
  device.close()
  await objects.close()
  await rm(folder, { recursive: true })
})
const goWrong = (fault: string) =>
  fetch(`http://127.0.0.1:${portOf(archive)}/switch`, { method: 'POST', body: new URLSearchParams({ fault }), redirect: 'manual' })
afterEach(() => goWrong('none'))

async function delivery(content: string | Buffer, more: Partial<Delivery> = {}): Promise<Delivery> {
  const path = join(folder, 'file.pdf')
  await writeFile(path, content)
  return {
    id: '12',
    folder: 'Permits/2026',
    people: [],
    record: null,
    files: [{ name: 'Überstand 1.pdf', path, sha256: createHash('sha256').update(content).digest('hex'), mediaType: 'application/pdf' }],
    index: { type: 'mooring-permit', batch: 'Monday', document: 3, values: { permit: '04217', vessel: 'Märram' } },
    ...more,
  }
}

describe('document management (CMIS)', () => {
  const open = (more: Record<string, unknown> = {}) =>
    connectorNamed('content-management').open({
      address: `http://127.0.0.1:${portOf(archive)}/cmis`,
      user: 'records',
      password: 'right',
      type: 'harbour:permit',
      properties: ['permit=harbour:permitNumber', 'vessel=harbour:vessel'],
      ...more,
    })
  const at = (name: string) => archive.repository.at(['Permits', '2026', name])

  it('keeps a document once with its properties, never over another, also where an answer is lost', async () => {
    await goWrong('forget answer')
    await expect(open().deliver(await delivery('one'))).rejects.toThrow('does not answer')
    await goWrong('none')
    for (let times = 0; times < 2; times++) await open().deliver(await delivery('one'))
    await expectHeld(open(), await delivery('other', { id: '13' }))
    expect(archive.repository.children(archive.repository.at(['Permits', '2026'])).map(one => one.name)).toEqual([
      'Überstand 1 (2).pdf',
      'Überstand 1.pdf',
    ])
    const kept = at('Überstand 1.pdf')
    expect([kept.content.toString(), kept.properties['harbour:permitNumber'], kept.properties['harbour:vessel']]).toEqual([
      'one',
      '04217',
      'Märram',
    ])
    expect((await open().browse!.list('Permits/2026')).map(entry => [entry.name, entry.bytes])).toEqual([
      ['Überstand 1 (2).pdf', 5],
      ['Überstand 1.pdf', 3],
    ])
  })

  it('takes a later edition as the next version, once; or beside it', async () => {
    for (let times = 0; times < 2; times++) await open().deliver(await delivery('one, corrected', { id: '12-2' }))
    const kept = at('Überstand 1.pdf')
    expect([kept.content.toString(), kept.earlier.map(String), kept.working]).toEqual(['one, corrected', ['one'], null])
    await open({ editions: 'beside' }).deliver(await delivery('one, again', { id: '12-3' }))
    expect(at('Überstand 1 (3).pdf').content.toString()).toBe('one, again')
  })

  it('says what is wrong', async () => {
    await expect(open({ password: 'wrong' }).check()).rejects.toBeInstanceOf(Refusal)
    await expect(open({ properties: ['permit=harbour:nothing'] }).deliver(await delivery('x', { id: '14' }))).rejects.toThrow(
      'has no property',
    )
    await expect(open({ folder: 'Nowhere' }).check()).rejects.toThrow('no folder “Nowhere”')
    await goWrong('refuse')
    const closed = open().check()
    await expect(closed).rejects.toThrow('Closed for today')
    await expect(closed).rejects.not.toBeInstanceOf(Refusal)
  })
})

describe('a program’s address', () => {
  const open = (more: Record<string, unknown> = {}) =>
    connectorNamed('hook').open({ address: `http://127.0.0.1:${portOf(archive)}/hook`, secret, ...more })

  it('is called with a signature, and takes the same delivery once', async () => {
    await goWrong('forget answer')
    await expect(open().deliver(await delivery('one'))).rejects.toThrow('does not answer')
    await goWrong('none')
    const { place, answer } = await open().deliver(await delivery('one'))
    expect([new URL(place).pathname, answer]).toEqual(['/hook/12', expect.stringContaining('answered 201')])
    expect([...archive.called.values()].map(call => [call.id, call.files])).toEqual([['12', [{ name: 'Überstand 1.pdf', bytes: 3 }]]])
    expect(archive.called.get('12')!.index).toMatchObject({ values: { permit: '04217' }, files: [{ name: 'Überstand 1.pdf' }] })
    expect(await open().check()).toContain('answered 200')
  })

  it('refuses what is not signed, and is asked again later where it has no room', async () => {
    const wrong = open({ secret: 'another secret of sixteen' }).deliver(await delivery('two', { id: '13' }))
    await expect(wrong).rejects.toBeInstanceOf(Refusal)
    await goWrong('full')
    const full = open().deliver(await delivery('two', { id: '13' }))
    await expect(full).rejects.toThrow('There is no room left')
    await expect(full).rejects.not.toBeInstanceOf(Refusal)
    expect([...archive.called.keys()]).toEqual(['12'])
  })
})

describe('an object store', () => {
  const open = (more: Record<string, unknown> = {}) =>
    connectorNamed('objects').open({
      endpoint: `http://127.0.0.1:${objectsPort}`,
      bucket: 'records',
      prefix: 'harbour',
      user: 'S3RVER',
      secret: 'S3RVER',
      ...more,
    })

  it('keeps a file once, in parts where it is large, with its digest and values', async () => {
    const large = Buffer.alloc(9 * 1024 * 1024, 7)
    for (let times = 0; times < 2; times++) await open().deliver(await delivery(large))
    await expectHeld(open(), await delivery('other', { id: '13' }))
    const entries = await open().browse!.list('Permits/2026')
    expect(entries.map(entry => [entry.name, entry.bytes === large.length])).toEqual([
      ['Überstand 1 (2).index.json', false],
      ['Überstand 1 (2).pdf', false],
      ['Überstand 1.index.json', false],
      ['Überstand 1.pdf', true],
    ])
    expect(JSON.parse((await open().browse!.read('Permits/2026/Überstand 1.index.json')).toString())).toMatchObject({ id: '12' })
    await open().deliver(await delivery('third', { id: '14', folder: 'Archive' }))
    expect((await open().browse!.list('')).map(entry => [entry.name, entry.kind])).toEqual([['Archive', 'folder']])
  })

  it('puts right what says that it is the same file and is not whole, and never what is another’s', async () => {
    const whole = await delivery('a whole file', { id: '15', folder: 'Parts' })
    const [{ sha256 }] = whole.files as [Delivery['files'][number]]
    const client = new S3Client({
      endpoint: `http://127.0.0.1:${objectsPort}`,
      region: 'us-east-1',
      forcePathStyle: true,
      credentials: { accessKeyId: 'S3RVER', secretAccessKey: 'S3RVER' },
    })
    const part = { Bucket: 'records', Key: 'harbour/Parts/Überstand 1.pdf', Body: 'a wh', Metadata: { sha256 } }
    await client.send(new PutObjectCommand(part))
    await open().deliver(whole)
    expect((await open().browse!.read('Parts/Überstand 1.pdf')).toString()).toBe('a whole file')
    expect((await open().browse!.list('Parts')).map(entry => entry.name)).toEqual(['Überstand 1.index.json', 'Überstand 1.pdf'])
    client.destroy()
  })

  it('says what is wrong', async () => {
    expect(await open().check()).toContain('read back and taken away')
    await expect(open({ bucket: 'nothing' }).check()).rejects.toThrow('no bucket “nothing”')
    await expect(open({ user: 'NOBODY' }).check()).rejects.toBeInstanceOf(Refusal)
    await expect(open({ endpoint: 'http://127.0.0.1:9' }).check()).rejects.toThrow('does not answer')
  })
})

it('a bag is whole for tools that we did not write, made once, never over another', async () => {
  const path = join(folder, 'bags')
  await mkdir(path)
  const open = () => connectorNamed('bag').open({ path, organization: 'Saltmere Harbour Office' })
  for (let times = 0; times < 2; times++) await open().deliver(await delivery('one'))
  await expectHeld(open(), await delivery('other', { id: '13' }))
  const year = join(path, 'Permits/2026')
  expect((await readdir(year)).sort()).toEqual(['Überstand 1', 'Überstand 1 (2)'])
  const bag = join(year, 'Überstand 1')
  for (const manifest of ['manifest-sha256.txt', 'tagmanifest-sha256.txt'])
    await promisify(execFile)('sha256sum', ['--check', '--strict', manifest], { cwd: bag })
  const info = await readFile(join(bag, 'bag-info.txt'), 'utf8')
  const bytes = 3 + (await readFile(join(bag, 'data/index.json'))).length
  expect(info).toContain(`Payload-Oxum: ${bytes}.2`)
  expect(await readFile(join(bag, 'bagit.txt'), 'utf8')).toBe('BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n')
})

describe('a printer', () => {
  const open = (more: Record<string, unknown> = {}) =>
    connectorNamed('printer').open({ address: `ipp://127.0.0.1:${portOf(device)}/ipp/print`, copies: 2, ...more })
  const tray = async () => (await fetch(`http://127.0.0.1:${portOf(device)}/tray`)).text()

  it('prints a document once, and its paper lies in the tray', async () => {
    await textPdf(join(folder, 'page.pdf'), [[[1, 1, 'To be printed']]])
    const pdf = await readFile(join(folder, 'page.pdf'))
    for (let times = 0; times < 2; times++) expect((await open().deliver(await delivery(pdf))).answer).toContain('as job 1')
    expect((await tray()).match(/<li>/g)).toHaveLength(1)
    expect(await tray()).toContain('2 × two-sided-long-edge')
    expect((await fetch(`http://127.0.0.1:${portOf(device)}/tray/1.png`)).headers.get('content-type')).toBe('image/png')
    expect(await open().check()).toContain('takes PDF')
  })

  it('prints where the paper was scanned, as somebody chose there', async () => {
    const there = connectorNamed('printer').open({ copies: 2 })
    const pdf = await readFile(join(folder, 'page.pdf'))
    const printing = { printer: `ipp://127.0.0.1:${portOf(device)}/ipp/print`, copies: 3, sides: 'one-sided' as const }
    await there.deliver(await delivery(pdf, { id: '16', printing }))
    expect(await tray()).toContain('3 × one-sided')
    await expect(there.deliver(await delivery(pdf, { id: '17' }))).rejects.toThrow('not scanned at a device that prints')
    expect(await there.check()).toContain('where the paper was scanned')
  })

  it('says what is wrong', async () => {
    const file = { ...(await delivery('x')).files[0]!, mediaType: 'text/plain' }
    await expect(open().deliver(await delivery('x', { files: [file] }))).rejects.toMatchObject({ kind: 'never' })
    await fetch(`http://127.0.0.1:${portOf(device)}/tray/jam`, { method: 'POST', redirect: 'manual' })
    const jammed = open().deliver(await delivery('%PDF-not yet', { id: '15' }))
    await expect(jammed).rejects.toThrow('takes no jobs now')
    await expect(jammed).rejects.not.toBeInstanceOf(Refusal)
    await expect(open({ address: 'ipp://127.0.0.1:9/ipp/print' }).check()).rejects.toThrow('does not answer')
  })
})
