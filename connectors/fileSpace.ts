import { createHash, randomUUID } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { numberedName } from '../core/name/template'
import { NotKept } from './unreached'
import { Refusal, type Delivery, type Entry, type Receipt, type Taken } from './connector'

/** A tree of files on another machine, by whatever protocol. Paths have "/" between steps and none in front. */
export interface FileSpace {
  list(folder: string): Promise<Entry[]>
  has(path: string): Promise<boolean>
  read(path: string): Promise<Buffer>
  write(path: string, bytes: Buffer): Promise<void>
  /** Gives a file another name, never one that is taken: false where it is. */
  move(from: string, to: string): Promise<boolean>
  remove(path: string): Promise<void>
  /** Makes a folder and those above it; those that are there stay. */
  makeFolder(path: string): Promise<void>
}

const digest = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
export const joined = (...steps: readonly string[]) =>
  steps
    .flatMap(step => step.split('/'))
    .filter(Boolean)
    .join('/')
const folderOf = (path: string) => path.split('/').slice(0, -1).join('/')

/**
 * Delivers once, however often it is called: the first file, its index values beside it, then the others; each under the first
 * name that is free or already holds the same bytes, never over another. Gives where the first one lies.
 * @param address of the space, in front of the place that is given
 */
export async function deliverInto(space: FileSpace, address: string, delivery: Delivery): Promise<Receipt> {
  const [first, ...others] = delivery.files
  if (!first) throw new Refusal(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const index = Buffer.from(`${JSON.stringify({ id: delivery.id, ...delivery.index }, null, 2)}\n`)
  const placed = await place(space, delivery, first.name, await readFile(first.path))
  await place(space, delivery, `${placed.replace(/\.[^./]+$/, '')}.index.json`, index)
  for (const file of others) await place(space, delivery, file.name, await readFile(file.path))
  return {
    place: `${address.replace(/\/+$/, '')}/${joined(delivery.folder, placed)}`,
    answer: 'Stored; read back, the digests agree. The index values lie beside it.',
  }
}

async function place(space: FileSpace, { id, folder }: Delivery, name: string, bytes: Buffer): Promise<string> {
  await space.makeFolder(folderOf(joined(folder, name)))
  for (let number = 1; ; number++) {
    const own = numberedName(name, number)
    const path = joined(folder, own)
    if (!(await space.has(path))) {
      // Of this delivery alone: another may want the same name at the same moment.
      const part = joined(folderOf(path), `.${id}-${digest(Buffer.from(path)).slice(0, 12)}.part`)
      await space.write(part, bytes)
      if (digest(await space.read(part)) !== digest(bytes)) throw new NotKept(path)
      if (await space.move(part, path)) return own
      await space.remove(part)
    }
    if (digest(await space.read(path)) === digest(bytes)) return own
  }
}

/** Whether a space still holds a file that it took, unchanged; null where the place is not in it. */
export async function heldIn(space: FileSpace, address: string, { place, sha256 }: Taken): Promise<boolean | null> {
  const front = `${address.replace(/\/+$/, '')}/`
  if (!place.startsWith(front)) return null
  const path = place.slice(front.length)
  return (await space.has(path)) && digest(await space.read(path)) === sha256
}

/** Stores a small file, reads it back and takes it away again. */
export async function checkSpace(space: FileSpace): Promise<string> {
  const path = `.try-${randomUUID()}.part`
  const bytes = Buffer.from('Rubricator tries whether it can file here.')
  await space.write(path, bytes)
  try {
    if (digest(await space.read(path)) !== digest(bytes)) throw new NotKept(path)
  } finally {
    await space.remove(path)
  }
  return 'A small file was stored, read back and taken away again.'
}

/**
 * A connection that is made at first use and kept for what follows. What fails may have left it behind, so the next try has one of
 * its own.
 * @param inWords what an error means to people
 */
export function keptConnection<C>(connect: () => Promise<C>, close: (connection: C) => unknown, inWords: (error: unknown) => Error) {
  let opened: Promise<C> | null = null
  const end = async () => {
    const connection = await opened?.catch(() => null)
    opened = null
    if (connection) await close(connection)
  }
  return {
    connected: () => (opened ??= connect()),
    said: async <T>(work: () => Promise<T>): Promise<T> => {
      try {
        return await work()
      } catch (error) {
        void end().catch(() => undefined)
        throw inWords(error)
      }
    },
    end,
  }
}
