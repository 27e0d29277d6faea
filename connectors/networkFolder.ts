import { createHash, randomUUID } from 'node:crypto'
import { chmod, copyFile, link, mkdir, open, readdir, readFile, realpath, rename, stat, unlink, writeFile } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { z } from 'zod'
import { numberedName } from '../core/name/template'
import { isWithin } from '../core/name/within'
import { defineConnector, sorted, type Delivery, type Entry, type Receipt, type Taken } from './connector'
import { sync } from './synced'

const Options = z.strictObject({
  path: z
    .string()
    .min(1)
    .meta({ title: 'Folder', description: 'The folder as this machine sees it; it must exist, so that an unmounted share is noticed' }),
  readers: z
    .enum(['owner', 'group', 'everybody'])
    .default('owner')
    .meta({ title: 'Who may read it', description: 'Of the users of this machine; a mounted share may have rights of its own' }),
})
type Readers = z.infer<typeof Options>['readers']

/** Rights of files and of folders. */
const rights: Record<Readers, { file: number; folder: number }> = {
  owner: { file: 0o600, folder: 0o700 },
  group: { file: 0o640, folder: 0o750 },
  everybody: { file: 0o644, folder: 0o755 },
}

/** A folder on a disk or a mounted share. */
export default defineConnector({
  name: 'network-folder',
  label: 'network folder',
  asks: 'folder',
  can: { browse: true },
  options: Options,
  open: ({ path: root, readers }) => ({
    deliver: delivery => deliver(root, delivery, readers),
    browse: { list: folder => list(root, folder), read: async path => readFile(await truly(root, path)) },
    holds: taken => holds(root, taken),
    check: () => check(root),
    dispose: async () => undefined,
  }),
})

async function folderThere(root: string): Promise<void> {
  const there = await stat(root).catch(() => null)
  if (!there?.isDirectory()) throw new Error(`The folder ${root} is not there. Check that the share is mounted and its name is right.`)
}

async function check(root: string): Promise<string> {
  await folderThere(root)
  const part = join(root, `.try-${randomUUID()}.part`)
  const bytes = Buffer.from('Rubricator tries whether it can file here.')
  try {
    await writeFile(part, bytes)
    const same = (await digest(part)) === sha256(bytes)
    if (!same) throw new Error('it did not keep what was written')
  } catch (error) {
    throw new Error(
      `Nothing can be written to ${root} (${(error as Error).message}). Check whose folder it is, and that the share takes files.`,
      {
        cause: error,
      },
    )
  } finally {
    await unlink(part).catch(() => undefined)
  }
  return 'A small file was written, read back and taken away again.'
}

async function deliver(root: string, delivery: Delivery, readers: Readers): Promise<Receipt> {
  await folderThere(root)
  const [first, ...others] = delivery.files
  if (!first) throw new Error(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const place = await placeFirst(root, first, delivery, readers)
  for (const file of others) await placeFile(inside(root, delivery.folder, file.name), file.path, file.sha256, delivery.id, readers)
  return {
    place,
    answer:
      `${delivery.files.length === 1 ? 'The file' : `${delivery.files.length} files`} and the index values lie in the folder; ` +
      `read back, the digests agree.`,
  }
}

async function holds(root: string, { place, sha256: expected }: Taken): Promise<boolean | null> {
  await folderThere(root)
  if (!isWithin(resolve(place), resolve(root))) return null
  return (await exists(place)) && (await digest(place)) === expected
}

async function list(root: string, folder: string): Promise<Entry[]> {
  const path = await truly(root, folder)
  const names = await readdir(path, { withFileTypes: true }).catch((error: unknown) => {
    throw new Error(`${named(folder)} cannot be listed. Check that the share is mounted.`, { cause: error })
  })
  const shown = names.filter(entry => !entry.name.startsWith('.') && (entry.isFile() || entry.isDirectory()))
  return sorted(
    await Promise.all(
      shown.map(async (entry): Promise<Entry> => {
        const found = await stat(join(path, entry.name)).catch(() => null)
        return {
          name: entry.name,
          kind: entry.isDirectory() ? 'folder' : 'file',
          bytes: entry.isFile() ? (found?.size ?? null) : null,
          modified: found?.mtime.toISOString() ?? null,
        }
      }),
    ),
  )
}

const named = (path: string) => (path === '' ? 'The folder' : `“${path}”`)

/** The path of what lies in the folder, no link followed out of it. What people are told does not name this machine's paths. */
async function truly(root: string, path: string): Promise<string> {
  const [top, found] = await Promise.all([realpath(root), realpath(inside(root, path, ''))]).catch((error: unknown) => {
    throw new Error(`${named(path)} is not there. Check that the share is mounted.`, { cause: error })
  })
  if (!isWithin(found, top)) throw new Error(`${named(path)} is not there. Check that the share is mounted.`)
  return found
}

/** The index values first and the file last: whoever watches for files finds both. */
async function placeFirst(root: string, file: Delivery['files'][number], delivery: Delivery, readers: Readers): Promise<string> {
  const index = Buffer.from(
    `${JSON.stringify({ id: delivery.id, file: { sha256: file.sha256, mediaType: file.mediaType }, ...delivery.index }, null, 2)}\n`,
  )
  for (let number = 1; ; number++) {
    const name = numberedName(file.name, number)
    const path = inside(root, delivery.folder, name)
    const beside = inside(root, delivery.folder, indexName(name, delivery))
    if ((await exists(path)) && (await digest(path)) !== file.sha256) continue
    if (!(await place(beside, part => writeFile(part, index), sha256(index), delivery.id, readers))) continue
    if (await place(path, part => copyFile(file.path, part), file.sha256, delivery.id, readers)) return path
  }
}

function indexName(name: string, delivery: Delivery): string {
  const plain = name.replace(/\.[^./]+$/, '') + '.json'
  return delivery.files.some(file => file.name === plain) ? plain.replace(/\.json$/, '.index.json') : plain
}

async function placeFile(path: string, from: string, expected: string, id: string, readers: Readers): Promise<void> {
  for (let number = 1; !(await place(numberedName(path, number), part => copyFile(from, part), expected, id, readers)); number++);
}

/**
 * Writes under a temporary name, syncs, then gives it its name without ever replacing another file.
 * True where the file now stands there, from this call or an earlier one; false where another file has the name.
 */
async function place(
  path: string,
  write: (part: string) => Promise<void>,
  expected: string,
  id: string,
  readers: Readers,
): Promise<boolean> {
  if (await exists(path)) return (await digest(path)) === expected
  await makeFolders(dirname(path), readers)
  // Of this delivery alone: another may want the same name at the same moment.
  const part = join(dirname(path), `.${sha256(Buffer.from(id)).slice(0, 16)}.part`)
  await write(part)
  await chmod(part, rights[readers].file).catch(sharesOwnRights)
  const file = await open(part, 'r+')
  try {
    await file.sync()
  } finally {
    await file.close()
  }
  if ((await digest(part)) !== expected) throw new Error(`${part} did not keep what was written. Check the disk or share.`)
  try {
    // A hard link refuses a name that is taken, where a rename would overwrite.
    await link(part, path)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code !== 'EEXIST' && !noLinks.includes(code ?? '')) throw error
    // A share without hard links: the name is taken first, then filled.
    if (code !== 'EEXIST' && (await reserved(path))) {
      await rename(part, path)
      await sync(dirname(path))
      return true
    }
    await unlink(part)
    return (await digest(path)) === expected
  }
  await unlink(part)
  // A name is safe once its folder is.
  await sync(dirname(path))
  return true
}

/** Makes the folders that are missing; those that stand keep their rights. */
async function makeFolders(path: string, readers: Readers): Promise<void> {
  const first = await mkdir(path, { recursive: true })
  if (first === undefined) return
  for (let made = path; isWithin(made, first); made = dirname(made)) await chmod(made, rights[readers].folder).catch(sharesOwnRights)
}

/** A share that knows no rights, or has its own, still takes files. */
function sharesOwnRights(error: NodeJS.ErrnoException): void {
  if (!['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS'].includes(error.code ?? '')) throw error
}

const noLinks = ['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS', 'EMLINK']

/** Takes a name that nothing has; false where something has it. */
const reserved = (path: string): Promise<boolean> =>
  open(path, 'wx').then(
    async file => {
      await file.close()
      return true
    },
    (error: unknown) => {
      if ((error as NodeJS.ErrnoException).code === 'EEXIST') return false
      throw error
    },
  )

const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  )
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
const digest = async (path: string) => sha256(await readFile(path))

function inside(root: string, folder: string, name: string): string {
  const path = resolve(join(root, folder, name))
  if (!isWithin(path, resolve(root))) throw new Error(`${name} would leave the folder ${root}. Change the rubric's template.`)
  return path
}
