import { Readable, Writable } from 'node:stream'
import type { PeerCertificate, TLSSocket } from 'node:tls'
import { Client, FTPError } from 'basic-ftp'
import { isIP } from 'node:net'
import { z } from 'zod'
import { allowedAddress } from '../reach/address'
import { defineConnector, Refusal, sorted, type Entry } from './connector'
import { checkSpace, deliverInto, heldIn, joined, keptConnection, type FileSpace } from './fileSpace'
import { unreached } from './unreached'

const Options = z.strictObject({
  host: z.string().min(1).meta({ title: 'Server', description: 'The server, by name or address', trusts: true }),
  port: z
    .int()
    .min(1)
    .max(65535)
    .default(21)
    .meta({ title: 'Port', description: 'Its port: 21, or 990 with TLS from the first byte', trusts: true }),
  tls: z.enum(['raised', 'at once', 'none']).default('raised').meta({
    title: 'TLS',
    description: 'Raised to TLS before the password is said, TLS from the first byte, or none: everything in clear',
  }),
  certificate: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional()
    .meta({ title: 'Certificate', description: 'SHA-256 of the server’s own certificate, where nobody vouches for it' }),
  user: z.string().min(1).meta({ title: 'User name', description: 'The user name there' }),
  password: z.string().default('').meta({ title: 'Password', description: 'The password that belongs to it', secret: true }),
  path: z.string().default('').meta({ title: 'Folder', description: 'Where documents go, from the folder in which that user begins' }),
})
type Options = z.infer<typeof Options>

const seconds = 30

/** A folder on a server that speaks FTP (RFC 959), with TLS (RFC 4217) or without. */
export default defineConnector({
  name: 'ftp',
  label: 'file transfer (FTP, FTPS)',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: options => {
    const { connected, said, end } = keptConnection(
      () => connect(options),
      client => client.close(),
      error => inWords(error, options),
    )
    const space = spaceOf(connected, options.path)
    const address = `${options.tls === 'none' ? 'ftp' : 'ftps'}://${options.user}@${options.host}:${options.port}/${options.path}`
    return {
      deliver: delivery => said(() => deliverInto(space, address, delivery)),
      browse: { list: folder => said(() => space.list(folder)), read: path => said(() => space.read(path)) },
      holds: taken => said(() => heldIn(space, address, taken)),
      check: () => said(() => checkSpace(space)),
      dispose: end,
    }
  },
})

async function connect({ host, port, tls, certificate, user, password }: Options): Promise<Client> {
  // Data goes to the host that was checked, whatever the server says.
  const client = new Client(seconds * 1000, { allowSeparateTransferHost: false })
  const address = await allowedAddress(host)
  const secure = { servername: isIP(host) ? '' : host, ...(certificate ? { rejectUnauthorized: false } : {}) }
  try {
    if (tls === 'at once') await client.connectImplicitTLS(address, port, secure)
    else await client.connect(address, port)
    if (tls === 'raised') await client.useTLS(secure)
    if (certificate && tls !== 'none' && fingerprintOf(client) !== certificate)
      throw new Refusal(`${host} shows another certificate than the one that was confirmed. Ask its administrator, and confirm it anew.`)
    await client.login(user, password)
    await client.useDefaultSettings()
    return client
  } catch (error) {
    client.close()
    throw error
  }
}

const fingerprintOf = (client: Client) =>
  ((client.ftp.socket as TLSSocket).getPeerCertificate() as Partial<PeerCertificate>).fingerprint256?.replaceAll(':', '').toLowerCase()

function spaceOf(connected: () => Promise<Client>, root: string): FileSpace {
  const at = (path: string) => `${root.startsWith('/') ? '/' : ''}${joined(root, path)}`
  const listed = async (folder: string) => (await connected()).list(at(folder))
  const folderOf = (path: string) => path.split('/').slice(0, -1).join('/')
  const has = async (path: string) => (await listed(folderOf(path))).some(entry => entry.name === path.split('/').at(-1))
  return {
    list: async folder =>
      sorted(
        (await listed(folder))
          .filter(entry => !entry.name.startsWith('.') && (entry.isDirectory || entry.isFile))
          .map((entry): Entry => ({
            name: entry.name,
            kind: entry.isDirectory ? 'folder' : 'file',
            bytes: entry.isFile ? entry.size : null,
            modified: entry.modifiedAt?.toISOString() ?? null,
          })),
      ),
    has,
    read: async path => {
      const parts: Buffer[] = []
      const into = new Writable({ write: (part: Buffer, _, done) => (parts.push(part), done()) })
      await (await connected()).downloadTo(into, at(path))
      return Buffer.concat(parts)
    },
    write: async (path, bytes) => {
      await (await connected()).uploadFrom(Readable.from([bytes]), at(path))
    },
    // Servers rename over what is there, so one looks first; the protocol has nothing better.
    move: async (from, to) => {
      if (await has(to)) return false
      await (await connected()).rename(at(from), at(to))
      return true
    },
    remove: async path => {
      await (await connected()).remove(at(path))
    },
    makeFolder: async path => {
      if (!path) return
      const client = await connected()
      const home = await client.pwd()
      await client.ensureDir(at(path))
      await client.cd(home)
    },
  }
}

function inWords(error: unknown, { host, port }: Options): Error {
  if (error instanceof Refusal) return error
  if (error instanceof FTPError) {
    if (error.code === 530)
      return new Refusal(`${host} refused our user name or password. Ask a steward to put the right ones into the destination.`, 'person', {
        cause: error,
      })
    if (error.code === 552 || error.code === 452 || /\b(room|space|quota)\b/i.test(error.message))
      return new Error(`${host} has no room left. Ask its administrator to make some.`, { cause: error })
    if (error.code === 550 || /no such|not found|ENOENT/i.test(error.message))
      return new Error(`There is no such folder at ${host}, or it may not be written to. Choose another one.`, { cause: error })
    return new Error(`${host} answered ${error.code}: ${error.message.slice(0, 200)}. Try again later, or ask its administrator.`, {
      cause: error,
    })
  }
  return unreached(error, host, { port, confirmable: true })
}
