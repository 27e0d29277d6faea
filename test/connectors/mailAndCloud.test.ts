import { createHash } from 'node:crypto'
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connectorNamed } from '../../connectors'
import { Refusal, type Delivery } from '../../connectors/connector'
import { cloudServer } from '../../standins/cloud/server'
import { Mailboxes } from '../../standins/mail/mailboxes'
import { mailServer } from '../../standins/mail/server'
import { expectHeld } from './held'

let folder: string
let cloud: Server
let mail: ReturnType<typeof mailServer>
const portOf = (server: { address(): unknown }) => (server.address() as AddressInfo).port
const listening = (server: { listen(port: number, host: string, done: () => void): unknown }) =>
  new Promise<void>(done => server.listen(0, '127.0.0.1', done))
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-destinations-'))
  cloud = await cloudServer(join(folder, 'cloud'), 'records', 'right')
  mail = mailServer(join(folder, 'mail'), 'right')
  await Promise.all([listening(cloud), listening(mail.smtp)])
})
afterAll(async () => {
  cloud.close()
  await new Promise<void>(done => mail.smtp.close(done))
  await rm(folder, { recursive: true })
})

async function delivery(content: string, more: Partial<Delivery> = {}): Promise<Delivery> {
  const path = join(folder, 'file.pdf')
  await writeFile(path, content)
  return {
    id: '12',
    folder: 'Permits/2026',
    people: ['officer@saltmere.example'],
    record: null,
    files: [{ name: 'Überstand 1.pdf', path, sha256: createHash('sha256').update(content).digest('hex'), mediaType: 'application/pdf' }],
    index: { type: 'mooring-permit', batch: 'Monday', document: 3, values: { permit: '04217' } },
    ...more,
  }
}

describe('mail', () => {
  const open = (more: Record<string, unknown> = {}) =>
    connectorNamed('mail').open({
      host: '127.0.0.1',
      port: portOf(mail.smtp.server),
      user: 'rubricator',
      password: 'right',
      from: 'scans@saltmere.example',
      subject: 'Permit {permit}, {batch}',
      text: 'For your file.\n{values}',
      ...more,
    })
  const boxes = () => new Mailboxes(join(folder, 'mail'))

  it('arrives with its files, its subject and its index values, once', async () => {
    expect((await open().deliver(await delivery('one'))).place).toBe('officer@saltmere.example')
    await open().deliver(await delivery('one'))
    const mails = await boxes().mails('officer@saltmere.example')
    expect(mails).toHaveLength(1)
    expect(mails[0]!.email).toMatchObject({ subject: 'Permit 04217, Monday', text: expect.stringContaining('permit: 04217') as string })
    expect(mails[0]!.email.attachments.map(({ filename, content }) => [filename, Buffer.from(content as ArrayBuffer).toString()])).toEqual([
      ['Überstand 1.pdf', 'one'],
    ])
  })

  it.each<[string, Partial<Delivery>, Record<string, unknown>, string]>([
    ['nobody is chosen', { people: [] }, {}, 'Nobody was chosen to get this mail'],
    ['an address does not exist', { people: ['nobody@elsewhere.invalid'] }, {}, 'refused the mail: 550'],
    ['the password is wrong', {}, { password: 'wrong' }, 'refused our user name or password'],
  ])('waits for a person where %s', async (_, more, options, words) => {
    await expect(open(options).deliver(await delivery('two', more))).rejects.toThrow(words)
    await expect(open(options).deliver(await delivery('two', more))).rejects.toBeInstanceOf(Refusal)
  })

  it('says where to open what is too large to be attached, or what is missing for that', async () => {
    const large = await delivery(Buffer.alloc(150_000, 'x').toString(), { id: '31-2' })
    await expect(open({ most: 0.1 }).deliver(large)).rejects.toThrow('weigh 0.1 MB, and this destination attaches 0.1 MB at most')
    await open({ most: 0.1, address: 'https://rubricator.example/' }).deliver(large)
    await open({ most: 1, address: 'https://rubricator.example/' }).deliver(await delivery('small', { id: '32' }))
    const mails = (await boxes().mails('officer@saltmere.example')).map(({ email }) => email)
    const linked = mails.find(mail => mail.text?.includes('https://rubricator.example/documents/31'))
    expect(linked?.text).toContain('permit: 04217')
    expect(linked?.attachments).toEqual([])
    expect(mails.some(mail => mail.attachments.some(one => Buffer.from(one.content as ArrayBuffer).toString() === 'small'))).toBe(true)
  })

  it('is tried again where the server does not answer', async () => {
    const failed = open({ port: 9 }).deliver(await delivery('three'))
    await expect(failed).rejects.toThrow('does not answer')
    await expect(failed).rejects.not.toBeInstanceOf(Refusal)
  })
})

describe('a cloud folder', () => {
  const open = (more: Record<string, unknown> = {}) =>
    connectorNamed('cloud-folder').open({ address: `http://127.0.0.1:${portOf(cloud)}/dav`, user: 'records', password: 'right', ...more })
  const stored = (name: string) => readFile(join(folder, 'cloud', 'Permits/2026', name), 'utf8')

  it('keeps a file once, never over another, with its index values beside it', async () => {
    expect((await open().deliver(await delivery('one'))).place).toMatch(/\/dav\/Permits\/2026\/Überstand 1\.pdf$/)
    await open().deliver(await delivery('one'))
    await expectHeld(open(), await delivery('other', { id: '13' }))
    expect((await readdir(join(folder, 'cloud', 'Permits/2026'))).filter(name => name.endsWith('.part'))).toEqual([])
    expect([await stored('Überstand 1.pdf'), await stored('Überstand 1 (2).pdf')]).toEqual(['one', 'other'])
    expect(JSON.parse(await stored('Überstand 1.index.json'))).toMatchObject({ id: '12', values: { permit: '04217' } })
  })

  it('shows what is there', async () => {
    await mkdir(join(folder, 'cloud', 'Archive'), { recursive: true })
    await writeFile(join(folder, 'cloud', 'Note 10.txt'), 'ten')
    await writeFile(join(folder, 'cloud', 'Note 9.txt'), 'nine')
    const entries = await open().browse!.list('')
    expect(entries.map(entry => [entry.name, entry.kind, entry.bytes])).toEqual([
      ['Archive', 'folder', null],
      ['Permits', 'folder', null],
      ['Note 9.txt', 'file', 4],
      ['Note 10.txt', 'file', 3],
    ])
    expect((await open().browse!.read('Note 9.txt')).toString()).toBe('nine')
  })

  it('says what is wrong', async () => {
    await expect(open({ password: 'wrong' }).browse!.list('')).rejects.toBeInstanceOf(Refusal)
    await expect(open().browse!.list('Nowhere')).rejects.toThrow('no such folder')
    await expect(open({ address: 'http://127.0.0.1:9/dav' }).deliver(await delivery('x'))).rejects.toThrow('127.0.0.1:9 does not answer')
  })
})
