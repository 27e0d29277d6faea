import { createHash, randomUUID } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { createClient, getPatcher, type WebDAVClient } from 'webdav'
import { z } from 'zod'
import { numberedName } from '../core/name/template'
import { reachedFetch } from '../reach/fetch'
import { refusedReach } from '../reach/networks'
import { defineConnector, Refusal, sorted, type Delivery, type Entry, type Receipt } from './connector'

const Options = z.strictObject({
  address: z.url().meta({ title: 'Address', description: 'Address of the folder, such as https://cloud.example/dav/records' }),
  user: z.string().optional().meta({ title: 'User name', description: 'The user name, where it asks for one' }),
  password: z.string().optional().meta({ title: 'Password', description: 'The password that belongs to it', secret: true }),
})
type Options = z.infer<typeof Options>

const seconds = 60

/** A folder in a cloud that speaks WebDAV (RFC 4918). */
export default defineConnector({
  name: 'cloud-folder',
  label: 'cloud folder (WebDAV)',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: options => {
    const client = createClient(options.address, options.user ? { username: options.user, password: options.password ?? '' } : {})
    return {
      deliver: delivery => said(options, () => deliver(client, options, delivery)),
      browse: { list: folder => said(options, () => list(client, folder)), read: path => said(options, () => read(client, path)) },
      check: () => said(options, () => check(client)),
      dispose: async () => undefined,
    }
  },
})

interface Asked {
  url: string
  method: string
  headers: Record<string, string>
  data?: string | Buffer<ArrayBuffer>
  signal?: AbortSignal
}
// The client's one way out: only into networks that the office allows, and to no other host by a redirect.
getPatcher().patch('request', (asked: unknown) => {
  const { url, method, headers, data, signal } = asked as Asked
  return reachedFetch(url, { method, headers, ...(data === undefined ? {} : { body: data }), ...(signal ? { signal } : {}) })
})

const limit = () => AbortSignal.timeout(seconds * 1000)
const statusOf = (error: unknown) => (error as { status?: number }).status

async function check(client: WebDAVClient): Promise<string> {
  const path = `/.try-${randomUUID()}.part`
  const bytes = Buffer.from('Rubricator tries whether it can file here.')
  await client.putFileContents(path, bytes, { signal: limit() })
  const kept = await read(client, path.slice(1)).finally(() => client.deleteFile(path, { signal: limit() }))
  if (digest(kept) !== digest(bytes)) throw new Error('It did not keep what was stored.')
  return 'A small file was stored, read back and taken away again.'
}

async function list(client: WebDAVClient, folder: string): Promise<Entry[]> {
  const found = await client.getDirectoryContents(`/${folder}`, { signal: limit() })
  return sorted(
    found
      .filter(entry => !entry.basename.startsWith('.'))
      .map((entry): Entry => ({
        name: entry.basename,
        kind: entry.type === 'directory' ? 'folder' : 'file',
        bytes: entry.type === 'file' ? entry.size : null,
        modified: dateOf(entry.lastmod),
      })),
  )
}

function dateOf(text: string): string | null {
  const date = new Date(text)
  return Number.isNaN(date.getTime()) ? null : date.toISOString()
}

async function read(client: WebDAVClient, path: string): Promise<Buffer> {
  return Buffer.from((await client.getFileContents(`/${path}`, { signal: limit() })) as ArrayBuffer)
}

async function deliver(client: WebDAVClient, options: Options, delivery: Delivery): Promise<Receipt> {
  const [first, ...others] = delivery.files
  if (!first) throw new Refusal(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const steps = [...delivery.folder.split('/'), ...first.name.split('/').slice(0, -1)].filter(Boolean)
  if (steps.length) await client.createDirectory(`/${steps.join('/')}`, { recursive: true, signal: limit() })
  const index = Buffer.from(`${JSON.stringify({ id: delivery.id, ...delivery.index }, null, 2)}\n`)
  const placed = await place(client, delivery, first.name, await readFile(first.path))
  await place(client, delivery, `${placed.replace(/\.[^./]+$/, '')}.index.json`, index)
  for (const file of others) await place(client, delivery, file.name, await readFile(file.path))
  return {
    place: `${options.address.replace(/\/+$/, '')}/${[delivery.folder, placed].filter(Boolean).join('/')}`,
    answer: 'Stored; read back, the digests agree. The index values lie beside it.',
  }
}

/** Puts a file under the first name that is free or already holds the same bytes, never over another; gives that name. */
async function place(client: WebDAVClient, { id, folder }: Delivery, name: string, bytes: Buffer): Promise<string> {
  for (let number = 1; ; number++) {
    const own = numberedName(name, number)
    const path = `/${[folder, own].filter(Boolean).join('/')}`
    if (!(await client.exists(path, { signal: limit() }))) {
      // Not every server heeds "If-None-Match: *" on a PUT; "Overwrite: F" on a MOVE they do (RFC 4918, 10.6).
      const part = `${path.slice(0, path.lastIndexOf('/') + 1)}.${id}.part`
      await client.putFileContents(part, bytes, { signal: limit() })
      if (digest(await read(client, part.slice(1))) !== digest(bytes)) throw new Error(`${path} did not keep what was stored. Try again.`)
      const moved = await client.moveFile(part, path, { overwrite: false, signal: limit() }).then(
        () => true,
        (error: unknown) => {
          if (statusOf(error) === 412) return false
          throw error
        },
      )
      if (moved) return own
      await client.deleteFile(part, { signal: limit() })
    }
    if (digest(await read(client, path.slice(1))) === digest(bytes)) return own
  }
}

const digest = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

async function said<T>({ address }: Options, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof Refusal) throw error
    const refused = refusedReach(error)
    if (refused) throw new Refusal(refused.message, 'person', { cause: error })
    const { host } = new URL(address)
    const status = statusOf(error)
    if (status === 401 || status === 403)
      throw new Refusal(`${host} refused our user name or password. Ask a steward to put the right ones into the destination.`, 'person', {
        cause: error,
      })
    if (status === 404 || status === 409) throw new Error(`There is no such folder at ${host}. Choose another one.`, { cause: error })
    if (status === 507) throw new Error(`${host} has no room left. Ask its administrator to make some.`, { cause: error })
    if (status) throw new Error(`${host} answered ${status}. Try again later, or ask its administrator.`, { cause: error })
    throw new Error(`${host} does not answer. Check that it runs and can be reached from here.`, { cause: error })
  }
}
