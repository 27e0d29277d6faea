import { AuthType, createClient, getPatcher, type WebDAVClient } from 'webdav'
import { z } from 'zod'
import { reachedFetch } from '../reach/fetch'
import { defineConnector, Refusal, sorted, type Entry } from './connector'
import { checkSpace, deliverInto, heldIn, type FileSpace } from './fileSpace'
import { bearerOf, dropBearer, oauthOptions } from './oauth'
import { unreached } from './unreached'

const Options = z.strictObject({
  address: z
    .url()
    .meta({ title: 'Address', description: 'Address of the folder, such as https://cloud.example/dav/records', trusts: true }),
  user: z.string().optional().meta({ title: 'User name', description: 'The user name, where it asks for one' }),
  password: z.string().optional().meta({ title: 'Password', description: 'The password that belongs to it', secret: true }),
  ...oauthOptions,
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
    const space = spaceOf(clients(options))
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

/** The client for a moment: one by name and password stays, a token holds for a while. */
function clients(options: Options): () => Promise<WebDAVClient> {
  const { address, user, password } = options
  if (options.tokenAddress === undefined) {
    const client = createClient(address, user ? { username: user, password: password ?? '' } : {})
    return () => Promise.resolve(client)
  }
  return async () => {
    const token = { access_token: (await bearerOf(options))!, token_type: 'Bearer' }
    return createClient(address, { authType: AuthType.Token, token })
  }
}

const spaceOf = (clientNow: () => Promise<WebDAVClient>): FileSpace => ({
  list: async folder => list(await clientNow(), folder),
  has: async path => (await clientNow()).exists(`/${path}`, { signal: limit() }),
  read: async path => Buffer.from((await (await clientNow()).getFileContents(`/${path}`, { signal: limit() })) as ArrayBuffer),
  write: async (path, bytes) => {
    await (await clientNow()).putFileContents(`/${path}`, bytes, { signal: limit() })
  },
  // Not every server heeds "If-None-Match: *" on a PUT; "Overwrite: F" on a MOVE they do (RFC 4918, 10.6).
  move: async (from, to) =>
    (await clientNow()).moveFile(`/${from}`, `/${to}`, { overwrite: false, signal: limit() }).then(
      () => true,
      (error: unknown) => {
        if (statusOf(error) === 412) return false
        throw error
      },
    ),
  remove: async path => (await clientNow()).deleteFile(`/${path}`, { signal: limit() }),
  makeFolder: async path => {
    if (path) await (await clientNow()).createDirectory(`/${path}`, { recursive: true, signal: limit() })
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

async function said<T>(options: Options, work: () => Promise<T>): Promise<T> {
  const { address } = options
  try {
    return await work()
  } catch (error) {
    if (error instanceof Refusal) throw error
    const { host } = new URL(address)
    const status = statusOf(error)
    // A token that was taken back is fetched anew by the next try.
    if (status === 401) await dropBearer(options)
    if (status === 401 && options.tokenAddress !== undefined)
      throw new Error(`${host} refused our token. It is asked for another one at the next try.`, { cause: error })
    if (status === 401 || status === 403)
      throw new Refusal(`${host} refused our user name or password. Ask a steward to put the right ones into the destination.`, 'person', {
        cause: error,
      })
    if (status === 404 || status === 409) throw new Error(`There is no such folder at ${host}. Choose another one.`, { cause: error })
    if (status === 507) throw new Error(`${host} has no room left. Ask its administrator to make some.`, { cause: error })
    if (status) throw new Error(`${host} answered ${status}. Try again later, or ask its administrator.`, { cause: error })
    throw unreached(error, host)
  }
}
