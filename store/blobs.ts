import { createHash, randomUUID } from 'node:crypto'
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'

/** Bytes by their SHA-256, in a folder that every process can reach. */
export class Blobs {
  constructor(private readonly folder: string) {}

  /** Keeps bytes and gives their name. When this returns they survive a power cut: written, synced, then renamed. */
  async put(bytes: Uint8Array): Promise<string> {
    const name = createHash('sha256').update(bytes).digest('hex')
    const path = this.path(name)
    const folder = dirname(path)
    await mkdir(folder, { recursive: true })
    const part = join(folder, `.${randomUUID()}.part`)
    try {
      await writeSynced(part, bytes)
      await rename(part, path)
    } catch (error) {
      // On a full disk half a blob would keep the next one out, too.
      await rm(part, { force: true })
      throw error
    }
    await syncFolder(folder)
    return name
  }

  /**
   * Keeps what a stream gives. A stream that breaks off leaves nothing behind.
   * @param most bytes that are taken; one that gives more is refused with a RangeError
   */
  async putStream(stream: AsyncIterable<Uint8Array>, most: number): Promise<string> {
    const part = join(this.folder, `.${randomUUID()}.part`)
    await mkdir(this.folder, { recursive: true })
    const hash = createHash('sha256')
    let size = 0
    try {
      const file = await open(part, 'wx')
      try {
        for await (const chunk of stream) {
          size += chunk.length
          if (size > most) throw new RangeError(`more than ${most} bytes`)
          hash.update(chunk)
          await file.write(chunk)
        }
        await file.sync()
      } finally {
        await file.close()
      }
      const name = hash.digest('hex')
      await mkdir(dirname(this.path(name)), { recursive: true })
      await rename(part, this.path(name))
      await syncFolder(dirname(this.path(name)))
      return name
    } catch (error) {
      await rm(part, { force: true })
      throw error
    }
  }

  async putFile(file: string): Promise<string> {
    return this.put(await readFile(file))
  }

  /** @throws {Error} where there is no such blob */
  get(name: string): Promise<Buffer> {
    return readFile(this.path(name))
  }

  /** Where a tool that wants a file finds the blob. */
  path(name: string): string {
    if (!/^[0-9a-f]{64}$/.test(name)) throw new Error(`${JSON.stringify(name)} is not a blob's name.`)
    return join(this.folder, name.slice(0, 2), name)
  }
}

async function writeSynced(path: string, bytes: Uint8Array): Promise<void> {
  const file = await open(path, 'wx')
  try {
    await file.writeFile(bytes)
    await file.sync()
  } finally {
    await file.close()
  }
}

async function syncFolder(path: string): Promise<void> {
  const folder = await open(path)
  await folder.sync().finally(() => folder.close())
}
