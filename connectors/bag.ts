import { createHash, randomUUID } from 'node:crypto'
import { copyFile, mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { z } from 'zod'
import { manifestOf, manifestText, tagFiles, type Payload } from '../core/archive/bag'
import { numberedName } from '../core/name/template'
import { isWithin } from '../core/name/within'
import { defineConnector, Refusal, type Delivery, type Receipt, type Taken } from './connector'
import { sync } from './synced'

const Options = z.strictObject({
  path: z
    .string()
    .min(1)
    .meta({ title: 'Folder', description: 'The folder as this machine sees it; it must exist, so that an unmounted share is noticed' }),
  organization: z.string().default('').meta({ title: 'Organisation', description: 'Who hands over, as the bag’s Source-Organization' }),
})
type Options = z.infer<typeof Options>

/** A package for an archive: a bag (RFC 8493) for each document, with its files and index values as the payload. */
export default defineConnector({
  name: 'bag',
  label: 'archive package (BagIt)',
  asks: 'folder',
  options: Options,
  open: options => ({
    deliver: delivery => deliver(options, delivery),
    holds: taken => holds(options, taken),
    check: () => check(options),
    dispose: async () => undefined,
  }),
})

const sha256 = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex')

async function folderThere({ path }: Options): Promise<void> {
  const there = await stat(path).catch(() => null)
  if (!there?.isDirectory()) throw new Error(`The folder ${path} is not there. Check that the share is mounted and its name is right.`)
}

async function check(options: Options): Promise<string> {
  await folderThere(options)
  const part = join(options.path, `.try-${randomUUID()}`)
  await mkdir(part)
  await rm(part, { recursive: true })
  return 'A folder was made and taken away again.'
}

/** A bag that still lists the file and holds every payload with its digest (RFC 8493, 3). */
async function holds(options: Options, { place, sha256: expected }: Taken): Promise<boolean | null> {
  await folderThere(options)
  if (!isWithin(resolve(place), resolve(options.path))) return null
  const manifest = await readFile(join(place, 'manifest-sha256.txt'), 'utf8').catch(() => '')
  const payload = manifestOf(manifest)
  for (const file of payload) {
    const bytes = await readFile(within(place, '', file.path)).catch(() => null)
    if (!bytes || sha256(bytes) !== file.sha256) return false
  }
  return payload.some(file => file.sha256 === expected)
}

async function deliver(options: Options, delivery: Delivery): Promise<Receipt> {
  await folderThere(options)
  const [first] = delivery.files
  if (!first) throw new Refusal(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const name = first.name.replace(/\.[^./]+$/, '')
  const index = Buffer.from(`${JSON.stringify({ id: delivery.id, ...delivery.index }, null, 2)}\n`)
  const payload = [...delivery.files.map(file => ({ path: file.name, sha256: file.sha256 })), { path: 'index.json', sha256: sha256(index) }]
  for (let number = 1; ; number++) {
    const place = within(options.path, delivery.folder, numberedName(name, number))
    const there = await stat(place).catch(() => null)
    if (there) {
      if ((await readFile(join(place, 'manifest-sha256.txt'), 'utf8').catch(() => null)) === manifestText(payload))
        return receipt(place, payload.length)
      continue
    }
    const part = join(dirname(place), `.${sha256(Buffer.from(delivery.id)).slice(0, 16)}.part`)
    await rm(part, { recursive: true, force: true })
    await writeBag(part, options, delivery, index, payload)
    try {
      // A folder that is not empty is never replaced.
      await rename(part, place)
    } catch (error) {
      await rm(part, { recursive: true, force: true })
      if (['ENOTEMPTY', 'EEXIST'].includes((error as NodeJS.ErrnoException).code ?? '')) continue
      throw error
    }
    await sync(dirname(place))
    return receipt(place, payload.length)
  }
}

const receipt = (place: string, files: number): Receipt => ({
  place,
  answer: `A bag with ${files} payload files lies there whole; every file agrees with its manifest.`,
})

async function writeBag(
  bag: string,
  { organization }: Options,
  delivery: Delivery,
  index: Buffer,
  payload: readonly Payload[],
): Promise<void> {
  let bytes = index.length
  await mkdir(join(bag, 'data'), { recursive: true })
  for (const file of delivery.files) {
    const path = within(bag, 'data', file.name)
    await mkdir(dirname(path), { recursive: true })
    await copyFile(file.path, path)
    const kept = await readFile(path)
    if (sha256(kept) !== file.sha256) throw new Error(`${path} did not keep what was written. Check the disk or share.`)
    bytes += kept.length
    await sync(path)
  }
  await writeFile(join(bag, 'data', 'index.json'), index)
  const info = [
    ['Source-Organization', organization],
    ['External-Identifier', delivery.id],
    ['Internal-Sender-Identifier', z.string().catch('').parse(delivery.index.batch)],
    ['Bagging-Date', new Date().toISOString().slice(0, 10)],
  ] as const
  const tags = tagFiles(info, payload, bytes, sha256)
  for (const [name, text] of tags) {
    await writeFile(join(bag, name), text)
    await sync(join(bag, name))
  }
  for (const name of await readdir(bag)) await sync(join(bag, name))
  await sync(bag)
}

function within(root: string, folder: string, name: string): string {
  const path = resolve(join(root, folder, name))
  if (!isWithin(path, resolve(root))) throw new Error(`${name} would leave the folder ${root}. Change the rubric's template.`)
  return path
}
