import { createClient, getPatcher, type WebDAVClient } from 'webdav'
import { z } from 'zod'
import { reachedFetch } from '../reach/fetch'
import { refusedReach } from '../reach/networks'
import { defineConnector, Refusal, sorted, type Entry } from './connector'
import { checkSpace, deliverInto, heldIn, type FileSpace } from './fileSpace'

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
    const space = spaceOf(client)
    return {
      deliver: delivery => said(options, () => deliverInto(space, options.address, delivery)),
      browse: { list: folder => said(options, () => space.list(folder)), read: path => said(options, () => space.read(path)) },
      holds: taken => said(options, () => heldIn(space, options.address, taken)),
      check: () => said(options, () => checkSpace(space)),
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

const spaceOf = (client: WebDAVClient): FileSpace => ({
  list: folder => list(client, folder),
  has: path => client.exists(`/${path}`, { signal: limit() }),
  read: async path => Buffer.from((await client.getFileContents(`/${path}`, { signal: limit() })) as ArrayBuffer),
  write: async (path, bytes) => {
    await client.putFileContents(`/${path}`, bytes, { signal: limit() })
  },
  // Not every server heeds "If-None-Match: *" on a PUT; "Overwrite: F" on a MOVE they do (RFC 4918, 10.6).
  move: (from, to) =>
    client.moveFile(`/${from}`, `/${to}`, { overwrite: false, signal: limit() }).then(
      () => true,
      (error: unknown) => {
        if (statusOf(error) === 412) return false
        throw error
      },
    ),
  remove: path => client.deleteFile(`/${path}`, { signal: limit() }),
  makeFolder: async path => {
    if (path) await client.createDirectory(`/${path}`, { recursive: true, signal: limit() })
  },
})

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
