import { createHash } from 'node:crypto'
import { openAsBlob } from 'node:fs'
import { basename } from 'node:path'
import { z } from 'zod'
import { numberedName } from '../core/name/template'
import { defineConnector, Refusal, sorted, type Delivery, type Entry, type Receipt } from './connector'
import { joined } from './fileSpace'
import { fetchWithBearer, oauthOptions } from './oauth'
import { unreached } from './unreached'

const Options = z.strictObject({
  address: z
    .url({ protocol: /^https?$/ })
    .meta({ title: 'Address', description: 'Address of the system’s CMIS browser binding', trusts: true }),
  repository: z.string().optional().meta({ title: 'Repository', description: 'Its identity, where there are several' }),
  user: z.string().optional().meta({ title: 'User name', description: 'The user name, where it asks for one' }),
  password: z.string().optional().meta({ title: 'Password', description: 'The password that belongs to it', secret: true }),
  ...oauthOptions,
  folder: z.string().default('').meta({ title: 'Folder', description: 'Where documents go, from the repository’s root' }),
  type: z.string().min(1).default('cmis:document').meta({ title: 'Type', description: 'The type that documents get there' }),
  properties: z
    .array(z.string().regex(/^[\w-]+=\S+$/))
    .default([])
    .meta({ title: 'Properties', description: 'Index fields and the properties that take them, such as permit=harbour:permitNumber' }),
  editions: z
    .enum(['version', 'beside'])
    .default('version')
    .meta({ title: 'Later editions', description: 'A later edition becomes the next version of the document, or lies beside it' }),
})
type Options = z.infer<typeof Options>

const seconds = 60

/** A document management system that speaks CMIS 1.1, browser binding. */
export default defineConnector({
  name: 'content-management',
  label: 'document management (CMIS)',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: options => {
    let root: Promise<string> | null = null
    const rootOf = () => (root ??= rootFolder(options))
    const said = async <T>(work: (root: string) => Promise<T>): Promise<T> => {
      try {
        return await work(await rootOf())
      } catch (error) {
        root = null
        throw inWords(error, options)
      }
    }
    return {
      deliver: delivery => said(top => deliver(options, top, delivery)),
      browse: {
        list: folder => said(top => list(options, urlOf(top, joined(options.folder, folder)))),
        read: path => said(async top => content(options, urlOf(top, joined(options.folder, path)))),
      },
      holds: ({ place, sha256 }) => said(top => holds(options, top, place, sha256)),
      check: () => said(top => check(options, top)),
      dispose: async () => undefined,
    }
  },
})

/** The system answered that it does not do it. */
class Answered extends Error {
  constructor(
    readonly status: number,
    readonly exception: string,
    message: string,
  ) {
    super(message)
  }
}

const Properties = z.object({ succinctProperties: z.record(z.string(), z.unknown()) })
const Fault = z.object({ exception: z.string().default(''), message: z.string().default('') }).catch({ exception: '', message: '' })

async function ask(options: Options, url: string, init: RequestInit = {}): Promise<Response> {
  const { user, password } = options
  const headers = user ? { authorization: `Basic ${Buffer.from(`${user}:${password ?? ''}`).toString('base64')}` } : undefined
  const answer = await fetchWithBearer(options, url, {
    ...init,
    ...(headers ? { headers } : {}),
    signal: AbortSignal.timeout(seconds * 1000),
  })
  if (answer.ok) return answer
  const text = await answer.text()
  const fault = Fault.parse(
    text.startsWith('{') && (answer.headers.get('content-type') ?? '').includes('json') ? (JSON.parse(text) as unknown) : {},
  )
  throw new Answered(answer.status, fault.exception, fault.message || text.slice(0, 200))
}

async function rootFolder(options: Options): Promise<string> {
  const found = z.record(z.string(), z.object({ rootFolderUrl: z.url() })).parse(await (await ask(options, options.address)).json())
  const repository = options.repository ? found[options.repository] : Object.values(found)[0]
  if (!repository)
    throw new Refusal(`There is no repository “${options.repository ?? ''}”; there are ${Object.keys(found).join(', ') || 'none'}.`)
  // What the other side names is reached only where the address itself lies.
  const [own, given] = [new URL(options.address), new URL(repository.rootFolderUrl)]
  if (own.origin !== given.origin)
    throw new Refusal(`${own.host} names ${given.host} as its folder. Use the address under which it knows itself.`)
  return repository.rootFolderUrl
}

const urlOf = (root: string, path: string) => joinedUrl(root, path.split('/').filter(Boolean).map(encodeURIComponent).join('/'))
const joinedUrl = (root: string, path: string) => (path ? `${root.replace(/\/+$/, '')}/${path}` : root)
const selected = (url: string, selector: string, more: Record<string, string> = {}) =>
  `${url}?${new URLSearchParams({ cmisselector: selector, succinct: 'true', ...more }).toString()}`

async function objectAt(options: Options, url: string): Promise<Record<string, unknown> | null> {
  try {
    return Properties.parse(await (await ask(options, selected(url, 'object'))).json()).succinctProperties
  } catch (error) {
    if (error instanceof Answered && error.status === 404) return null
    throw error
  }
}

async function content(options: Options, url: string): Promise<Buffer> {
  return Buffer.from(await (await ask(options, selected(url, 'content'))).arrayBuffer())
}

/** A call that changes something, with properties in the order in which they are given (CMIS 1.1, 5.4.4.3). */
async function act(
  options: Options,
  url: string,
  action: string,
  properties: [string, string][],
  more: Record<string, Blob | string> = {},
) {
  const form = new FormData()
  form.set('cmisaction', action)
  form.set('succinct', 'true')
  properties.forEach(([id, value], at) => {
    form.set(`propertyId[${at}]`, id)
    form.set(`propertyValue[${at}]`, value)
  })
  for (const [name, value] of Object.entries(more))
    if (typeof value === 'string') form.set(name, value)
    else form.set(name, value, name)
  return Properties.parse(await (await ask(options, url, { method: 'POST', body: form })).json()).succinctProperties
}

async function makeFolders(options: Options, root: string, path: string): Promise<void> {
  let above = ''
  for (const name of path.split('/').filter(Boolean)) {
    const url = urlOf(root, joined(above, name))
    if (!(await objectAt(options, url))) {
      const properties: [string, string][] = [
        ['cmis:objectTypeId', 'cmis:folder'],
        ['cmis:name', name],
      ]
      await act(options, urlOf(root, above), 'createFolder', properties).catch((error: unknown) => {
        // Another worker made it meanwhile.
        if (!(error instanceof Answered && error.status === 409)) throw error
      })
    }
    above = joined(above, name)
  }
}

/** By what a document is known as ours: whichever edition, and whichever file of it. */
const marks = ({ id }: Delivery) => `Rubricator document ${id.replace(/-\d+$/, '')}`

async function deliver(options: Options, root: string, delivery: Delivery): Promise<Receipt> {
  if (!delivery.files.length) throw new Refusal(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const places: string[] = []
  for (const file of delivery.files) places.push(await place(options, root, delivery, file))
  return { place: places[0]!, answer: `Stored; read back, the digest agrees. ${options.properties.length} properties were filled in.` }
}

async function place(options: Options, root: string, delivery: Delivery, file: Delivery['files'][number]): Promise<string> {
  const folder = joined(options.folder, delivery.folder, file.name.split('/').slice(0, -1).join('/'))
  await makeFolders(options, root, folder)
  const blob = await openAsBlob(file.path, { type: file.mediaType })
  for (let number = 1; ; number++) {
    const name = basename(numberedName(file.name, number))
    const url = urlOf(root, joined(folder, name))
    const there = await objectAt(options, url)
    if (there && digest(await content(options, url)) === file.sha256) return url
    if (there && options.editions === 'version' && there['cmis:description'] === marks(delivery)) {
      await checkIn(options, url, delivery, blob)
    } else if (there) continue
    else {
      const properties: [string, string][] = [
        ['cmis:objectTypeId', options.type],
        ['cmis:name', name],
        ['cmis:description', marks(delivery)],
        ...mapped(options, delivery),
      ]
      try {
        await act(options, urlOf(root, folder), 'createDocument', properties, { content: blob })
      } catch (error) {
        if (error instanceof Answered && error.exception === 'nameConstraintViolation') continue
        throw error
      }
    }
    if (digest(await content(options, url)) !== file.sha256) throw new Error(`${name} did not keep what was stored. Try again.`)
    return url
  }
}

async function holds(options: Options, root: string, place: string, sha256: string): Promise<boolean | null> {
  if (!place.startsWith(`${root.replace(/\/+$/, '')}/`)) return null
  return (await objectAt(options, place)) !== null && digest(await content(options, place)) === sha256
}

/** The next version of a document; one that a lost try left checked out is taken up. */
async function checkIn(options: Options, url: string, delivery: Delivery, blob: Blob): Promise<void> {
  const working = await act(options, url, 'checkOut', []).catch(async (error: unknown) => {
    if (!(error instanceof Answered && error.status === 409)) throw error
    return { 'cmis:objectId': (await objectAt(options, url))?.['cmis:versionSeriesCheckedOutId'] }
  })
  const id = z.string().catch('').parse(working['cmis:objectId'])
  if (!id) throw new Refusal('Somebody has this document checked out there. Ask them to check it in, then send it again.')
  await act(options, `${url}?objectId=${encodeURIComponent(id)}`, 'checkIn', mapped(options, delivery), {
    major: 'true',
    checkinComment: `Edition ${/-(\d+)$/.exec(delivery.id)?.[1] ?? '1'}`,
    content: blob,
  })
}

function mapped(options: Options, { index }: Delivery): [string, string][] {
  const values = z.record(z.string(), z.string()).catch({}).parse(index.values)
  return options.properties.flatMap((one): [string, string][] => {
    const [field, property] = one.split(/=(.*)/s) as [string, string]
    return values[field] === undefined ? [] : [[property, values[field]]]
  })
}

const digest = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

const Children = z.object({ objects: z.array(z.object({ object: Properties })), hasMoreItems: z.boolean().default(false) })
const pageSize = 200

async function list(options: Options, url: string): Promise<Entry[]> {
  const entries: Entry[] = []
  for (let more = true; more;) {
    const asked = selected(url, 'children', { maxItems: String(pageSize), skipCount: String(entries.length) })
    const page = Children.parse(await (await ask(options, asked)).json())
    for (const { object } of page.objects) {
      const one = object.succinctProperties
      const folder = one['cmis:baseTypeId'] === 'cmis:folder'
      entries.push({
        name: String(one['cmis:name']),
        kind: folder ? 'folder' : 'file',
        bytes: folder ? null : Number(one['cmis:contentStreamLength'] ?? 0),
        modified: new Date(Number(one['cmis:lastModificationDate'] ?? 0)).toISOString(),
      })
    }
    more = page.hasMoreItems && page.objects.length > 0
  }
  return sorted(entries)
}

async function check(options: Options, root: string): Promise<string> {
  const there = await objectAt(options, urlOf(root, options.folder))
  if (!there) throw new Refusal(`There is no folder “${options.folder}” there. Make it, or choose another one.`)
  return `The system answers, and the folder “${options.folder || '/'}” is there. Nothing was stored.`
}

function inWords(error: unknown, { address }: Options): Error {
  if (error instanceof Refusal) return error
  const { host } = new URL(address)
  if (error instanceof Answered) {
    const words = `${host} answered ${error.status}${error.message ? ` (${error.message.slice(0, 200)})` : ''}.`
    if (error.status === 401 || error.status === 403)
      return new Refusal(`${host} refused our user name or password. Ask a steward to put the right ones into the destination.`, 'person', {
        cause: error,
      })
    if (error.status === 400 || error.exception === 'constraint')
      return new Refusal(`${words} Compare the type and its properties with what the system has.`, 'person', { cause: error })
    if (error.status === 404) return new Error(`There is no such folder at ${host}. Choose another one.`, { cause: error })
    return new Error(`${words} Try again later, or ask its administrator.`, { cause: error })
  }
  if (error instanceof z.ZodError)
    return new Refusal(`${host} does not answer as CMIS does. Check the address.`, 'person', { cause: error })
  return unreached(error, host)
}
