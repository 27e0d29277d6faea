import { createHash } from 'node:crypto'
import Client from 'ssh2-sftp-client'
import { z } from 'zod'
import { allowedAddress } from '../reach/address'
import { ReachError } from '../reach/networks'
import { defineConnector, Refusal, sorted, type Entry } from './connector'
import { checkSpace, deliverInto, heldIn, joined, keptConnection, type FileSpace } from './fileSpace'
import { unreached } from './unreached'

const Options = z.strictObject({
  host: z.string().min(1).meta({ title: 'Server', description: 'The server, by name or address', trusts: true }),
  port: z.int().min(1).max(65535).default(22).meta({ title: 'Port', description: 'Its port, 22 as a rule', trusts: true }),
  user: z.string().min(1).meta({ title: 'User name', description: 'The user name there' }),
  password: z.string().optional().meta({ title: 'Password', description: 'The password, where no key is used', secret: true }),
  key: z.string().optional().meta({
    title: 'Private key',
    description: 'A private key as OpenSSH writes it, in the place of a password',
    secret: true,
    lines: true,
  }),
  fingerprint: z
    .string()
    .regex(/^SHA256:[\w+/]{43}$/)
    .optional()
    .meta({
      title: 'Fingerprint',
      description: 'Of the server’s key, as in SHA256:…; leave it empty and try it once: it says which one the server shows',
    }),
  path: z.string().default('').meta({ title: 'Folder', description: 'Where documents go, from the folder in which that user begins' }),
})
type Options = z.infer<typeof Options>

const seconds = 30

/** A folder on a server that speaks SFTP (version 3 over SSH). */
export default defineConnector({
  name: 'sftp',
  label: 'file transfer (SFTP)',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: options => {
    const { connected, said, end } = keptConnection(
      () => connect(options),
      client => client.end(),
      error => inWords(error, options),
    )
    const space = spaceOf(connected, options.path)
    const address = `sftp://${options.user}@${options.host}${options.port === 22 ? '' : `:${options.port}`}/${options.path}`
    return {
      deliver: delivery => said(() => deliverInto(space, address, delivery)),
      browse: { list: folder => said(() => space.list(folder)), read: path => said(() => space.read(path)) },
      holds: taken => said(() => heldIn(space, address, taken)),
      check: () => said(() => checkSpace(space)),
      dispose: end,
    }
  },
})

async function connect({ host, port, user, password, key, fingerprint }: Options): Promise<Client> {
  const client = new Client()
  let shown = ''
  try {
    await client.connect({
      host: await allowedAddress(host),
      port,
      username: user,
      ...(key ? { privateKey: key } : { password: password ?? '' }),
      readyTimeout: seconds * 1000,
      hostVerifier: (hostKey: Buffer) => {
        shown = `SHA256:${createHash('sha256').update(hostKey).digest('base64').replace(/=+$/, '')}`
        return shown === fingerprint
      },
    })
  } catch (error) {
    await client.end().catch(() => undefined)
    if (shown && shown !== fingerprint)
      throw new Refusal(
        fingerprint
          ? `${host} shows another key (${shown}) than the one that was confirmed. Somebody may stand between, or it was renewed: ` +
              'ask its administrator.'
          : `${host} shows the key ${shown}. Compare it with what its administrator says, and put it into the destination.`,
        'person',
        { cause: error },
      )
    throw error
  }
  return client
}

function spaceOf(connected: () => Promise<Client>, root: string): FileSpace {
  const at = (path: string) => (root.startsWith('/') ? '/' : './') + joined(root, path)
  return {
    list: async folder =>
      sorted(
        (await (await connected()).list(at(folder)))
          .filter(entry => !entry.name.startsWith('.') && (entry.type === 'd' || entry.type === '-'))
          .map((entry): Entry => ({
            name: entry.name,
            kind: entry.type === 'd' ? 'folder' : 'file',
            bytes: entry.type === '-' ? entry.size : null,
            modified: new Date(entry.modifyTime).toISOString(),
          })),
      ),
    has: async path => (await (await connected()).exists(at(path))) !== false,
    // Of an empty file the library gives a list of no parts.
    read: async path => Buffer.concat([await (await connected()).get(at(path))].flat() as Buffer[]),
    write: async (path, bytes) => {
      await (await connected()).put(bytes, at(path))
    },
    // The protocol refuses a name that is taken (draft-ietf-secsh-filexfer-02, 6.5).
    move: async (from, to) => {
      const client = await connected()
      try {
        await client.rename(at(from), at(to))
        return true
      } catch (error) {
        if (await client.exists(at(to))) return false
        throw error
      }
    },
    remove: async path => {
      await (await connected()).delete(at(path))
    },
    makeFolder: async path => {
      if (path) await (await connected()).mkdir(at(path), true)
    },
  }
}

function inWords(error: unknown, { host, port }: Options): Error {
  if (error instanceof Refusal) return error
  if (error instanceof ReachError) return new Refusal(error.message, 'person', { cause: error })
  const { code, message, level } = error as Error & { code?: string | number; level?: string }
  if (level === 'client-authentication' || /authentication methods failed/i.test(message))
    return new Refusal(
      `${host} refused our user name, password or key. Ask a steward to put the right ones into the destination.`,
      'person',
      {
        cause: error,
      },
    )
  if (/privateKey value/i.test(message))
    return new Refusal('The private key of this destination cannot be read. Put it in as OpenSSH writes it.', 'person', { cause: error })
  if (code === 'ENOENT' || code === 2 || /No such file/i.test(message))
    return new Error(`There is no such folder at ${host}. Choose another one.`, { cause: error })
  if (code === 3 || /Permission denied/i.test(message))
    return new Refusal(`${host} does not let us write there. Ask its administrator whose folder it is.`, 'person', { cause: error })
  if (typeof code === 'number' || code === 'ERR_BAD_PATH' || code === 'ERR_GENERIC_CLIENT')
    return new Error(`${host} refused: ${message.slice(0, 200)}. Try again later, or ask its administrator.`, { cause: error })
  return unreached(error, host, { port })
}
