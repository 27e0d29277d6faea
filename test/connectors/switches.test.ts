import { createHash } from 'node:crypto'
import { mkdir, mkdtemp, readdir, rm, writeFile } from 'node:fs/promises'
import type { AddressInfo, Server } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import S3rver from 's3rver'
import { connectorNamed } from '../../connectors'
import type { Delivery } from '../../connectors/connector'
import { cloudServer } from '../../standins/cloud/server'
import { deviceServer } from '../../standins/device/server'
import { faultyPort, ftp, http, objects, sftp, smtp, Switch, type Fault, type Speech } from '../../standins/faultyPort'
import { freePort, listening } from '../../standins/http'
import { Mailboxes } from '../../standins/mail/mailboxes'
import { mailServer } from '../../standins/mail/server'
import { fleet } from '../../standins/paper/world'
import { registerServer } from '../../standins/register/server'
import { ftpServer } from '../../standins/transfer/ftpServer'
import { sftpServer } from '../../standins/transfer/sftpServer'

// Whatever goes wrong at a destination: it is said, nothing stays half done, and tried again the document is there once.

let folder: string
const ends: (() => unknown)[] = []
const bytes = Buffer.from('%PDF-1.7 a permit '.repeat(500))

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-switches-'))
  await writeFile(join(folder, 'permit.pdf'), bytes)
})
afterAll(async () => {
  for (const end of ends) await end()
  await rm(folder, { recursive: true, force: true })
})

const delivery = (id: string): Delivery => ({
  id,
  folder: '',
  people: ['records@saltmere.example'],
  record: fleet[0]!.id,
  files: [
    {
      name: `permit-${id}.pdf`,
      path: join(folder, 'permit.pdf'),
      sha256: createHash('sha256').update(bytes).digest('hex'),
      mediaType: 'application/pdf',
    },
  ],
  index: { type: 'permit', batch: 'Monday', document: 1, values: {} },
})

async function inFront(server: Server, trouble: Switch, speech: Speech): Promise<number> {
  const { port } = server.address() as AddressInfo
  const front = faultyPort(port, trouble, speech)
  ends.push(
    () => front.close(),
    () => server.close(),
  )
  return listening(front, 0)
}
/** The pages of these documents under a folder, wherever they lie. */
const filesIn = async (path: string, id: string) =>
  (await readdir(path, { recursive: true })).filter(
    name => name.endsWith(`permit-${id}.pdf`) || name.endsWith(`permit-${id}.pdf._S3rver_object`),
  )

interface Kind {
  options: Record<string, unknown>
  /** How many of this document are held. */
  held: (id: string) => Promise<number>
  /** Where its switch is turned on a page of its own. */
  turn?: (fault: Fault) => Promise<unknown>
}
const kinds: Record<string, (trouble: Switch) => Promise<Kind>> = {
  'cloud-folder': async trouble => {
    const root = join(folder, 'cloud')
    const server = await cloudServer(root, 'records', 'right')
    await listening(server, 0)
    const port = await inFront(server, trouble, http())
    const options = { address: `http://127.0.0.1:${port}/dav`, user: 'records', password: 'right' }
    return { options, held: async id => (await filesIn(root, id)).length }
  },
  objects: async trouble => {
    const directory = join(folder, `objects-${ends.length}`)
    await mkdir(directory)
    const bucket = { name: 'records', configs: [] }
    const server = new S3rver({ port: 0, address: '127.0.0.1', silent: true, directory, configureBuckets: [bucket] })
    const { port } = await server.run()
    const front = faultyPort(port, trouble, objects)
    ends.push(
      () => front.close(),
      () => server.close(),
    )
    const options = { endpoint: `http://127.0.0.1:${await listening(front, 0)}`, bucket: 'records', user: 'S3RVER', secret: 'S3RVER' }
    return { options, held: async id => (await filesIn(directory, id)).length }
  },
  'business-records': async trouble => {
    const root = join(folder, 'register')
    await mkdir(root)
    const server = registerServer(root, 'key')
    await listening(server, 0)
    const port = await inFront(server, trouble, http())
    const lookup = { path: '/vessels', parameter: 'hull', field: 'hull' }
    const attach = '/vessels/{record}/documents/{document}'
    const options = { address: `http://127.0.0.1:${port}`, key: 'key', noun: 'vessel', shown: ['name'], lookup, attach }
    const held = async (id: string) =>
      (await readdir(join(root, fleet[0]!.id)).catch(() => [])).filter(name => name === `${id}.json`).length
    return { options, held }
  },
  mail: async trouble => {
    const root = join(folder, 'mail')
    const { smtp: server } = mailServer(root, 'right', trouble)
    await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
    const port = await inFront(server.server, trouble, smtp)
    const options = { host: '127.0.0.1', port, user: 'office', password: 'right', from: 'scans@saltmere.example', subject: 'no {document}' }
    const boxes = new Mailboxes(root)
    const named = (file: { filename: string | null }, id: string) => file.filename === `permit-${id}.pdf`
    return {
      options,
      held: async id =>
        (await boxes.mails('records@saltmere.example')).filter(({ email }) => email.attachments.some(file => named(file, id))).length,
    }
  },
  sftp: async trouble => {
    const root = join(folder, 'sftp')
    await mkdir(root)
    const server = sftpServer(root, 'records', 'right', undefined, trouble)
    await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
    const stranger = sftpServer(root, 'records', 'right')
    await new Promise<void>(done => stranger.listen(0, '127.0.0.1', done))
    const front = faultyPort((server.address() as AddressInfo).port, trouble, sftp, (stranger.address() as AddressInfo).port)
    ends.push(
      () => front.close(),
      () => server.close(),
      () => stranger.close(),
    )
    const open = { host: '127.0.0.1', port: await listening(front, 0), user: 'records', password: 'right' }
    const shown = await connectorNamed('sftp').open(open).check().catch(String)
    return {
      options: { ...open, fingerprint: /SHA256:[\w+/]{43}/.exec(shown)![0] },
      held: async id => (await filesIn(root, id)).length,
    }
  },
  ftp: async trouble => {
    const root = join(folder, 'ftp')
    await mkdir(root)
    const [own, strange] = [await freePort(), await freePort()]
    const server = await ftpServer(root, 'records', 'right', own, undefined, trouble)
    const stranger = await ftpServer(root, 'records', 'right', strange)
    const front = faultyPort(own, trouble, ftp, strange)
    ends.push(
      () => front.close(),
      () => server.close(),
      () => stranger.close(),
    )
    const options = {
      host: '127.0.0.1',
      port: await listening(front, 0),
      user: 'records',
      password: 'right',
      certificate: server.certificate,
    }
    return { options, held: async id => (await filesIn(root, id)).length }
  },
}

kinds.printer = async () => {
  const server = deviceServer('Office device', 1000)
  ends.push(() => server.close())
  const at = `127.0.0.1:${await listening(server, 0)}`
  return {
    options: { address: `ipp://${at}/ipp/print` },
    held: async id => (await (await fetch(`http://${at}/tray`)).text()).split(`Rubricator ${id} `).length - 1,
    turn: fault => fetch(`http://${at}/tray/switch`, { method: 'POST', body: new URLSearchParams({ printer: fault }), redirect: 'manual' }),
  }
}

const answering: readonly Fault[] = ['refuse', 'full', 'break', 'forget answer', 'expired']
const goesWrong: Record<string, readonly Fault[]> = {
  'cloud-folder': answering,
  objects: answering,
  'business-records': answering,
  mail: answering,
  sftp: [...answering, 'unknown key'],
  ftp: [...answering, 'unknown key'],
  printer: answering,
}

describe.each(Object.keys(kinds))('%s', name => {
  it('says what went wrong, and has the document once when it is tried again', async () => {
    const trouble = new Switch('fault', name)
    const kind = await kinds[name]!(trouble)
    const turn = async (fault: Fault) => {
      trouble.fault = fault
      await kind.turn?.(fault)
    }
    const attempt = async (id: string) => {
      const destination = connectorNamed(name).open(kind.options)
      try {
        await destination.deliver(delivery(id))
        return 'delivered'
      } catch (error) {
        return (error as Error).message
      } finally {
        await destination.dispose()
      }
    }
    expect(await attempt('0')).toBe('delivered')
    expect(await kind.held('0')).toBe(1)
    for (const [at, fault] of goesWrong[name]!.entries()) {
      const id = String(at + 1)
      await turn(fault)
      const words = await attempt(id)
      // An answer that was lost may be found out within the same attempt.
      if (fault !== 'forget answer') expect(words, fault).not.toBe('delivered')
      expect(words.length, `${fault}: ${words}`).toBeGreaterThan(8)
      if (fault === 'full') expect(words).not.toContain('does not answer')
      if (fault === 'unknown key') expect(words).toMatch(/another (host key|key|certificate)/)
      // What breaks off may have arrived all the same.
      expect(await kind.held(id), fault).toBeLessThanOrEqual(fault === 'forget answer' || fault === 'break' ? 1 : 0)
      await turn('none')
      expect(await attempt(id), `after ${fault}`).toBe('delivered')
      expect(await kind.held(id), `after ${fault}`).toBe(1)
    }
  }, 60_000)
})

it('lets large things through as they are, in pieces and with their length asked for first', async () => {
  const kind = await kinds.objects!(new Switch('fault', 'objects'))
  const large = Buffer.alloc(7 * 1024 * 1024, 'permit ')
  await writeFile(join(folder, 'large.pdf'), large)
  const destination = connectorNamed('objects').open(kind.options)
  const [file] = delivery('large').files
  const sha256 = createHash('sha256').update(large).digest('hex')
  await destination.deliver({ ...delivery('large'), files: [{ ...file!, path: join(folder, 'large.pdf'), sha256 }] })
  expect(
    createHash('sha256')
      .update(await destination.browse!.read('permit-large.pdf'))
      .digest('hex'),
  ).toBe(sha256)
  await destination.dispose()
})
