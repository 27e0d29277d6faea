import { createHash, randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { BlobFault, blobName, type Blobs } from './blobs'

/** Blobs in a folder that every process can reach. */
export class FolderBlobs implements Blobs {
  /** Blobs that this process has compared with their names; a disk does not change them by the minute. */
  private readonly sound = new Set<string>()

  constructor(private readonly folder: string) {}

  async put(bytes: Uint8Array): Promise<string> {
    return this.putStream([bytes] as unknown as AsyncIterable<Uint8Array>, Infinity)
  }

  putFile(file: string): Promise<string> {
    return this.putStream(createReadStream(file), Infinity)
  }

  /** Written, synced, read back by its digest, renamed, and its folder synced: only then is anything acknowledged. */
  async putStream(stream: AsyncIterable<Uint8Array>, most: number): Promise<string> {
    const part = join(this.folder, `.${randomUUID()}.part`)
    await mkdir(this.folder, { recursive: true })
    try {
      const name = await writeSynced(part, stream, most)
      if ((await digestOf(part)) !== name) throw new BlobFault(name, 'changed')
      await mkdir(dirname(this.path(name)), { recursive: true })
      await rename(part, this.path(name))
      await syncFolder(dirname(this.path(name)))
      return name
    } catch (error) {
      // On a full disk half a blob would keep the next one out, too.
      await rm(part, { force: true })
      throw error
    }
  }

  async get(name: string): Promise<Buffer> {
    const bytes = await readFile(this.path(name)).catch((error: unknown) => missing(name, error))
    if (createHash('sha256').update(bytes).digest('hex') !== name) throw new BlobFault(name, 'changed')
    return bytes
  }

  async getRange(name: string, from: number, length: number): Promise<Buffer> {
    const file = await open(this.path(name)).catch((error: unknown) => missing(name, error))
    try {
      const { buffer, bytesRead } = await file.read(Buffer.alloc(length), 0, length, from)
      return buffer.subarray(0, bytesRead)
    } finally {
      await file.close()
    }
  }

  async local(name: string): Promise<string> {
    const path = this.path(name)
    if (this.sound.has(name)) return path
    if ((await digestOf(path).catch((error: unknown) => missing(name, error))) !== name) throw new BlobFault(name, 'changed')
    if (this.sound.size > 100_000) this.sound.clear()
    this.sound.add(name)
    return path
  }

  has(name: string): Promise<boolean> {
    return stat(this.path(name)).then(
      () => true,
      () => false,
    )
  }

  async remove(name: string): Promise<void> {
    this.sound.delete(name)
    await rm(this.path(name), { force: true })
  }

  async *list(): AsyncIterable<{ name: string; since: Date }> {
    for (const step of await readdir(this.folder).catch(() => [])) {
      if (!/^[0-9a-f]{2}$/.test(step)) continue
      for (const name of await readdir(join(this.folder, step))) {
        const found = /^[0-9a-f]{64}$/.test(name) ? await stat(this.path(name)).catch(() => null) : null
        if (found) yield { name, since: found.mtime }
      }
    }
  }

  dispose(): Promise<void> {
    return Promise.resolve()
  }

  private path(name: string): string {
    return join(this.folder, blobName(name).slice(0, 2), name)
  }
}

function missing(name: string, error: unknown): never {
  if ((error as NodeJS.ErrnoException).code === 'ENOENT') throw new BlobFault(name, 'missing', { cause: error })
  throw error
}

/** Writes a stream to a new file, to the disk itself, and gives the SHA-256 of what came. */
export async function writeSynced(path: string, stream: AsyncIterable<Uint8Array>, most: number): Promise<string> {
  const hash = createHash('sha256')
  let size = 0
  const file = await open(path, 'wx')
  try {
    for await (const chunk of stream) {
      size += chunk.length
      if (size > most) throw new RangeError(`more than ${most} bytes`)
      hash.update(chunk)
      // A disk that is nearly full takes a part and says so.
      for (let at = 0; at < chunk.length;) at += (await file.write(chunk, at, chunk.length - at)).bytesWritten
    }
    await file.sync()
  } finally {
    await file.close()
  }
  return hash.digest('hex')
}

/** The SHA-256 of a file. */
export async function digestOf(path: string): Promise<string> {
  const hash = createHash('sha256')
  for await (const chunk of createReadStream(path)) hash.update(chunk as Uint8Array)
  return hash.digest('hex')
}

async function syncFolder(path: string): Promise<void> {
  const folder = await open(path)
  try {
    await folder.sync()
  } finally {
    await folder.close()
  }
}
