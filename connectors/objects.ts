import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { Agent as HttpAgent } from 'node:http'
import { Agent as HttpsAgent } from 'node:https'
import {
  DeleteObjectCommand,
  GetObjectCommand,
  HeadObjectCommand,
  ListObjectsV2Command,
  PutObjectCommand,
  S3Client,
  S3ServiceException,
} from '@aws-sdk/client-s3'
import { Upload } from '@aws-sdk/lib-storage'
import { z } from 'zod'
import { numberedName } from '../core/name/template'
import { checkHost, lookup } from '../reach/networks'
import { defineConnector, Refusal, sorted, type Delivery, type Destination, type Entry } from './connector'
import { joined } from './fileSpace'
import { unreached } from './unreached'

const Options = z.strictObject({
  endpoint: z
    .url({ protocol: /^https?$/ })
    .meta({ title: 'Address', description: 'Address of the object store, such as https://objects.example', trusts: true }),
  region: z.string().min(1).default('us-east-1').meta({ title: 'Region', description: 'Its region; a store of one’s own takes any' }),
  bucket: z.string().min(3).max(63).meta({ title: 'Bucket', description: 'The bucket, which must exist' }),
  prefix: z.string().default('').meta({ title: 'Folder', description: 'In front of every name' }),
  user: z.string().min(1).meta({ title: 'Access key', description: 'The access key’s identity' }),
  secret: z.string().min(1).meta({ title: 'Secret', description: 'The secret that belongs to it', secret: true }),
  tags: z
    .boolean()
    .default(false)
    .meta({ title: 'Tags', description: 'Type and the first nine index values as tags, where the store knows tags' }),
})
type Options = z.infer<typeof Options>

const seconds = 60
const partBytes = 8 * 1024 * 1024
/** What the store takes as metadata beside an object, in bytes (2 KB in all). */
const mostMetadata = 1800

/** Objects in a bucket, by the S3 protocol. */
export default defineConnector({
  name: 'objects',
  label: 'object store (S3)',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: options => {
    const agents = { lookup, keepAlive: true }
    const client = new S3Client({
      region: options.region,
      endpoint: options.endpoint,
      forcePathStyle: true,
      credentials: { accessKeyId: options.user, secretAccessKey: options.secret },
      maxAttempts: 2,
      requestHandler: { httpAgent: new HttpAgent(agents), httpsAgent: new HttpsAgent(agents), requestTimeout: seconds * 1000 },
    })
    return opened(client, options)
  },
})

function opened(client: S3Client, options: Options): Destination {
  const { bucket: Bucket } = options
  const said = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      // An address is checked here, a name's addresses when one connects.
      checkHost(new URL(options.endpoint).hostname)
      return await work()
    } catch (error) {
      throw inWords(error, options)
    }
  }
  const front = `${options.endpoint.replace(/\/+$/, '')}/${Bucket}/`
  const keyOf = (path: string) => joined(options.prefix, path)
  const head = async (Key: string) => {
    try {
      return await client.send(new HeadObjectCommand({ Bucket, Key }))
    } catch (error) {
      if (statusOf(error) === 404) return null
      throw error
    }
  }
  const read = async (Key: string) =>
    Buffer.from(await (await client.send(new GetObjectCommand({ Bucket, Key }))).Body!.transformToByteArray())

  /** Puts a file under the first name that is free or already holds these bytes; an object is there whole or not at all. */
  async function place(delivery: Delivery, file: Delivery['files'][number]): Promise<string> {
    const { size } = await stat(file.path)
    const isHeld = (known: Awaited<ReturnType<typeof head>>) => known?.Metadata?.sha256 === file.sha256 && known.ContentLength === size
    for (let number = 1; ; number++) {
      const name = numberedName(file.name, number)
      const Key = keyOf(joined(delivery.folder, name))
      const known = await head(Key)
      if (isHeld(known)) return name
      // What says that it is this delivery and is not whole is put right; all else is somebody's own.
      if (known && known.Metadata?.sha256 !== file.sha256) continue
      const upload = new Upload({
        client,
        partSize: partBytes,
        leavePartsOnError: false,
        params: {
          Bucket,
          Key,
          Body: createReadStream(file.path),
          ContentType: file.mediaType,
          Metadata: metadataOf(delivery, file.sha256),
          ...(options.tags ? { Tagging: tagsOf(delivery) } : {}),
        },
      })
      await upload.done()
      const kept = await head(Key)
      if (isHeld(kept)) return name
      if (kept?.Metadata?.sha256 === file.sha256) throw new Error(`The bucket ${Bucket} did not keep ${name} whole. Ask its administrator.`)
    }
  }

  async function deliver(delivery: Delivery) {
    const [first, ...others] = delivery.files
    if (!first) throw new Refusal(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
    const placed = await place(delivery, first)
    const index = keyOf(joined(delivery.folder, `${placed.replace(/\.[^./]+$/, '')}.index.json`))
    const Body = `${JSON.stringify({ id: delivery.id, ...delivery.index }, null, 2)}\n`
    await client.send(new PutObjectCommand({ Bucket, Key: index, Body, ContentType: 'application/json' }))
    for (const file of others) await place(delivery, file)
    const digests = [first, ...others].map(file => file.sha256.slice(0, 12)).join(', ')
    return {
      place: front + keyOf(joined(delivery.folder, placed)),
      answer: `Stored with its digest and index values as metadata: ${digests}.`,
    }
  }

  async function list(folder: string): Promise<Entry[]> {
    const base = keyOf(folder)
    const Prefix = base ? `${base}/` : ''
    const entries: Entry[] = []
    let ContinuationToken: string | undefined
    do {
      const page = await client.send(new ListObjectsV2Command({ Bucket, Prefix, Delimiter: '/', ContinuationToken }))
      for (const one of page.CommonPrefixes ?? [])
        entries.push({ name: one.Prefix!.slice(Prefix.length, -1), kind: 'folder', bytes: null, modified: null })
      for (const one of page.Contents ?? [])
        if (one.Key !== Prefix)
          entries.push({
            name: one.Key!.slice(Prefix.length),
            kind: 'file',
            bytes: one.Size ?? null,
            modified: one.LastModified?.toISOString() ?? null,
          })
      ContinuationToken = page.NextContinuationToken
    } while (ContinuationToken)
    return sorted(entries)
  }

  async function check(): Promise<string> {
    const Key = keyOf(`.try-${randomUUID()}`)
    const words = 'Rubricator tries whether it can file here.'
    await client.send(new PutObjectCommand({ Bucket, Key, Body: words }))
    try {
      if ((await read(Key)).toString() !== words) throw new Error(`The bucket ${Bucket} did not keep what was stored.`)
    } finally {
      await client.send(new DeleteObjectCommand({ Bucket, Key }))
    }
    return 'A small object was stored, read back and taken away again.'
  }

  return {
    deliver: delivery => said(() => deliver(delivery)),
    browse: { list: folder => said(() => list(folder)), read: path => said(() => read(keyOf(path))) },
    holds: ({ place, sha256 }) =>
      said(async () => {
        if (!place.startsWith(front)) return null
        return (await head(place.slice(front.length)))?.Metadata?.sha256 === sha256
      }),
    check: () => said(check),
    dispose: async () => client.destroy(),
  }
}

const valuesOf = ({ index }: Delivery) => Object.entries(z.record(z.string(), z.string()).catch({}).parse(index.values))

/** As many index values as there is room for; percent-encoded, since headers hold ASCII alone. */
function metadataOf(delivery: Delivery, sha256: string): Record<string, string> {
  const metadata: Record<string, string> = { sha256, document: delivery.id }
  let room = mostMetadata
  for (const [field, value] of valuesOf(delivery)) {
    const [key, said] = [`value-${field}`, encodeURIComponent(value)]
    room -= key.length + said.length
    if (room < 0) break
    metadata[key] = said
  }
  return metadata
}

const tagsOf = (delivery: Delivery) =>
  new URLSearchParams([
    ['type', z.string().catch('document').parse(delivery.index.type)],
    ...valuesOf(delivery)
      .slice(0, 9)
      .map(([field, value]) => [field.slice(0, 128), value.replace(/[^\p{L}\p{N}\s_.:/=+\-@]/gu, ' ').slice(0, 256)]),
  ]).toString()

const statusOf = (error: unknown) => (error instanceof S3ServiceException ? error.$metadata.httpStatusCode : undefined)

function inWords(error: unknown, { endpoint, bucket }: Options): Error {
  if (error instanceof Refusal) return error
  const { host } = new URL(endpoint)
  const status = statusOf(error)
  if (status === 401 || status === 403)
    return new Refusal(`${host} refused our access key, or its rights do not reach. Ask a steward to put the right ones in.`, 'person', {
      cause: error,
    })
  if (status === 404)
    return new Refusal(`${host} has no bucket “${bucket}”, or nothing of that name. Ask its administrator.`, 'person', { cause: error })
  if (status) return new Error(`${host} answered ${status}. Try again later, or ask its administrator.`, { cause: error })
  return unreached(error, host)
}
