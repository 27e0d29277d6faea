import { createHash } from 'node:crypto'
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connectorNamed } from '../../connectors'
import { Refusal, type Delivery, type Destination } from '../../connectors/connector'
import { ftpServer } from '../../standins/transfer/ftpServer'
import { sftpServer } from '../../standins/transfer/sftpServer'
import { freePort } from '../../run/ports'
import { expectHeld } from './held'

let folder: string
let sftp: ReturnType<typeof sftpServer>
let ftp: Awaited<ReturnType<typeof ftpServer>>
let sftpPort: number
let ftpPort: number
let fingerprint: string
const opened: Destination[] = []

const openSftp = (more: Record<string, unknown> = {}) => {
  const destination = connectorNamed('sftp').open({
    host: '127.0.0.1',
    port: sftpPort,
    user: 'records',
    password: 'right',
    fingerprint,
    ...more,
  })
  opened.push(destination)
  return destination
}
const openFtp = (more: Record<string, unknown> = {}) => {
  const options = {
    host: '127.0.0.1',
    port: ftpPort,
    tls: 'raised',
    certificate: ftp.certificate,
    user: 'records',
    password: 'right',
    ...more,
  }
  const destination = connectorNamed('ftp').open(options)
  opened.push(destination)
  return destination
}

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-transfer-'))
  sftp = sftpServer(folder, 'records', 'right')
  await new Promise<void>(done => sftp.listen(0, '127.0.0.1', done))
  sftpPort = (sftp.address() as AddressInfo).port
  ftpPort = await freePort()
  ftp = await ftpServer(folder, 'records', 'right', ftpPort)
  const shown = await openSftp({ fingerprint: undefined })
    .check()
    .catch((error: unknown) => String(error))
  fingerprint = /SHA256:[\w+/]{43}/.exec(shown)![0]
})
afterAll(async () => {
  for (const destination of opened) await destination.dispose()
  sftp.close()
  await ftp.close()
  await rm(folder, { recursive: true })
})

async function delivery(content: string, more: Partial<Delivery> = {}): Promise<Delivery> {
  const path = join(folder, '.file.pdf')
  await writeFile(path, content)
  return {
    id: '12',
    folder: 'Permits/2026',
    people: [],
    record: null,
    files: [{ name: 'Überstand 1.pdf', path, sha256: createHash('sha256').update(content).digest('hex'), mediaType: 'application/pdf' }],
    index: { type: 'mooring-permit', batch: 'Monday', document: 3, values: { permit: '04217' } },
    ...more,
  }
}

describe.each([
  ['sftp', openSftp],
  ['ftp', openFtp],
] as const)('%s', (name, open) => {
  const base = `box ${name}`
  const at = (more: Record<string, unknown> = {}) => open({ path: base, ...more })
  const stored = (file: string) => readFile(join(folder, base, 'Permits/2026', file), 'utf8')

  it('keeps a file once, never over another, with its index values beside it', async () => {
    const one = at()
    expect((await one.deliver(await delivery('one'))).place).toContain(`${base}/Permits/2026/Überstand 1.pdf`)
    await one.deliver(await delivery('one'))
    await expectHeld(at(), await delivery('other', { id: '13' }))
    expect((await readdir(join(folder, base, 'Permits/2026'))).sort()).toEqual(
      ['Überstand 1 (2).index.json', 'Überstand 1 (2).pdf', 'Überstand 1.index.json', 'Überstand 1.pdf'].sort(),
    )
    expect([await stored('Überstand 1.pdf'), await stored('Überstand 1 (2).pdf')]).toEqual(['one', 'other'])
    expect(JSON.parse(await stored('Überstand 1.index.json'))).toMatchObject({ id: '12', values: { permit: '04217' } })
  })

  it('shows what is there, and tries itself without leaving anything', async () => {
    expect(await at().check()).toContain('read back and taken away')
    expect((await at().browse!.list('Permits')).map(entry => [entry.name, entry.kind])).toEqual([['2026', 'folder']])
    expect((await at().browse!.read('Permits/2026/Überstand 1.pdf')).toString()).toBe('one')
    expect((await readdir(join(folder, base))).filter(one => one.startsWith('.'))).toEqual([])
  })

  it('says what is wrong', async () => {
    const wrong = at({ password: 'wrong' }).check()
    await expect(wrong).rejects.toThrow('refused our user name')
    await expect(wrong).rejects.toBeInstanceOf(Refusal)
    await expect(at().browse!.list('Nowhere')).rejects.toThrow('no such folder')
    await expect(at({ port: 9 }).deliver(await delivery('x'))).rejects.toThrow('does not answer')
    await expect(at({ host: '192.0.2.1' }).check()).rejects.toThrow('outside the networks')
  })
})

it('a server is known by its own key or certificate, and nothing is said to another', async () => {
  const other = `SHA256:${'A'.repeat(43)}`
  await expect(openSftp({ fingerprint: other }).check()).rejects.toThrow('another key')
  await expect(openFtp({ certificate: 'a'.repeat(64) }).check()).rejects.toThrow('another certificate')
  await expect(openFtp({ certificate: undefined }).check()).rejects.toThrow('Nobody vouches')
})
