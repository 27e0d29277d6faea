import { createHash } from 'node:crypto'
import { copyFile, link, mkdir, open, readdir, readFile, stat, unlink, writeFile } from 'node:fs/promises'
import { dirname, join, resolve, sep } from 'node:path'
import { z } from 'zod'
import { numberedName } from '../core/name/template'
import { defineConnector, sorted, type Delivery, type Entry, type Receipt } from './connector'

const Options = z.strictObject({
  path: z.string().min(1).meta({ description: 'The folder as this machine sees it; it must exist, so that an unmounted share is noticed' }),
})

/** A folder on a disk or a mounted share. */
export default defineConnector({
  name: 'network-folder',
  label: 'network folder',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: ({ path: root }) => ({
    deliver: delivery => deliver(root, delivery),
    browse: { list: folder => list(root, folder), read: path => readFile(inside(root, '', path)) },
    dispose: async () => undefined,
  }),
})

async function deliver(root: string, delivery: Delivery): Promise<Receipt> {
  const there = await stat(root).catch(() => null)
  if (!there?.isDirectory()) throw new Error(`The folder ${root} is not there. Check that the share is mounted and its name is right.`)
  const [first, ...others] = delivery.files
  if (!first) throw new Error(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const place = await placeFirst(root, first, delivery)
  for (const file of others) await placeFile(inside(root, delivery.folder, file.name), file.path, file.sha256)
  return { place, answer: `${delivery.files.length === 1 ? 'The file' : `${delivery.files.length} files`} and the index values lie in the folder; read back, the digests agree.` }
}

async function list(root: string, folder: string): Promise<Entry[]> {
  const path = folder === '' ? root : inside(root, folder, '')
  const names = await readdir(path, { withFileTypes: true }).catch((error: unknown) => {
    throw new Error(`The folder ${path} cannot be listed (${(error as Error).message}). Check that the share is mounted.`, { cause: error })
  })
  const shown = names.filter(entry => !entry.name.startsWith('.') && (entry.isFile() || entry.isDirectory()))
  return sorted(await Promise.all(shown.map(async (entry): Promise<Entry> => {
    const found = await stat(join(path, entry.name)).catch(() => null)
    return { name: entry.name, kind: entry.isDirectory() ? 'folder' : 'file', bytes: entry.isFile() ? found?.size ?? null : null, modified: found?.mtime.toISOString() ?? null }
  })))
}

/** The index values first and the file last: whoever watches for files finds both. */
async function placeFirst(root: string, file: Delivery['files'][number], delivery: Delivery): Promise<string> {
  const index = Buffer.from(`${JSON.stringify({ id: delivery.id, file: { sha256: file.sha256, mediaType: file.mediaType }, ...delivery.index }, null, 2)}\n`)
  for (let number = 1; ; number++) {
    const name = numberedName(file.name, number)
    const path = inside(root, delivery.folder, name)
    const beside = inside(root, delivery.folder, indexName(name, delivery))
    if (await exists(path) && await digest(path) !== file.sha256) continue
    if (!await place(beside, part => writeFile(part, index), sha256(index))) continue
    if (await place(path, part => copyFile(file.path, part), file.sha256)) return path
  }
}

function indexName(name: string, delivery: Delivery): string {
  const plain = name.replace(/\.[^./]+$/, '') + '.json'
  return delivery.files.some(file => file.name === plain) ? plain.replace(/\.json$/, '.index.json') : plain
}

async function placeFile(path: string, from: string, expected: string): Promise<void> {
  for (let number = 1; !await place(numberedName(path, number), part => copyFile(from, part), expected); number++);
}

/**
 * Writes under a temporary name, syncs, then gives it its name without ever replacing another file.
 * True where the file now stands there, from this call or an earlier one; false where another file has the name.
 */
async function place(path: string, write: (part: string) => Promise<void>, expected: string): Promise<boolean> {
  if (await exists(path)) return await digest(path) === expected
  await mkdir(dirname(path), { recursive: true })
  const part = `${path}.part`
  await write(part)
  const file = await open(part, 'r+')
  await file.sync().finally(() => file.close())
  if (await digest(part) !== expected) throw new Error(`${part} did not keep what was written. Check the disk or share.`)
  try {
    // A hard link refuses a name that is taken, where a rename would overwrite.
    await link(part, path)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    await unlink(part)
    return await digest(path) === expected
  }
  await unlink(part)
  return true
}

const exists = (path: string) => stat(path).then(() => true, () => false)
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
const digest = async (path: string) => sha256(await readFile(path))

function inside(root: string, folder: string, name: string): string {
  const path = resolve(join(root, folder, name))
  if (path !== resolve(root) && !path.startsWith(resolve(root) + sep)) throw new Error(`${name} would leave the folder ${root}. Change the rubric's template.`)
  return path
}
