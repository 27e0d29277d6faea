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
    const parent = await open(folder)
    await parent.sync().finally(() => parent.close())
    return name
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
