import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, readdir, readFile, rename, rm, stat, utimes } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { BlobFault, blobName, type Blobs } from './blobs'
import { digestOf, writeSynced } from './folder'

export interface S3Options {
  bucket: string
  /** Before each name. */
  prefix: string
  /** Of an object store that is not Amazon's. */
  endpoint: string | null
  region: string
  accessKey: string
  secretKey: string
}

/** How much of what tools want as files is kept beside them. */
const mostCached = 4 * 1024 ** 3

/** Blobs in an S3-compatible object store. Tools that want a file get a copy in a folder of this process's machine. */
export class S3Blobs implements Blobs {
  private opened: ReturnType<typeof this.open> | null = null
  private readonly folder: string
  private readonly fetching = new Map<string, Promise<string>>()

  constructor(private readonly options: S3Options) {
    this.folder = join(tmpdir(), `rubricator-blobs-${process.pid}-${randomUUID()}`)
  }

  /** At first use: a copy whose blobs lie in a folder need not load all this. */
  private async open() {
    const [commands, { Upload }] = await Promise.all([import('@aws-sdk/client-s3'), import('@aws-sdk/lib-storage')])
    const { endpoint, region, accessKey, secretKey } = this.options
    const client = new commands.S3Client({
      region,
      credentials: { accessKeyId: accessKey, secretAccessKey: secretKey },
      maxAttempts: 5,
      ...(endpoint ? { endpoint, forcePathStyle: true } : {}),
    })
    return { ...commands, Upload, client }
  }

  private sdk() {
    return (this.opened ??= this.open())
  }

  put(bytes: Uint8Array): Promise<string> {
    return this.putStream([bytes] as unknown as AsyncIterable<Uint8Array>, Infinity)
  }

  putFile(file: string): Promise<string> {
    return this.putStream(createReadStream(file), Infinity)
  }

  /** Held on disk until the other side has it whole: a blob's name is only known at its end. */
  async putStream(stream: AsyncIterable<Uint8Array>, most: number): Promise<string> {
    await mkdir(this.folder, { recursive: true, mode: 0o700 })
    const part = join(this.folder, `.${randomUUID()}.part`)
    try {
      const name = await writeSynced(part, stream, most)
      const { size } = await stat(part)
      const { client, Upload, HeadObjectCommand } = await this.sdk()
      await new Upload({ client, params: { ...this.at(name), Body: createReadStream(part), ContentLength: size } }).done()
      const head = await client.send(new HeadObjectCommand(this.at(name)))
      if (head.ContentLength !== size) throw new BlobFault(name, 'changed')
      // What was just taken in is what tools want next.
      await rename(part, join(this.folder, name))
      return name
    } finally {
      await rm(part, { force: true })
    }
  }

  async get(name: string): Promise<Buffer> {
    return readFile(await this.local(name))
  }

  async getRange(name: string, from: number, length: number): Promise<Buffer> {
    const { Body } = await this.ask(name, `bytes=${from}-${from + length - 1}`)
    return Buffer.from(await Body!.transformToByteArray())
  }

  async local(name: string): Promise<string> {
    const path = join(this.folder, blobName(name))
    const used = await utimes(path, new Date(), new Date()).then(
      () => true,
      () => false,
    )
    if (used) return path
    const running = this.fetching.get(name) ?? this.fetch(name, path).finally(() => this.fetching.delete(name))
    this.fetching.set(name, running)
    return running
  }

  private async fetch(name: string, path: string): Promise<string> {
    await mkdir(this.folder, { recursive: true, mode: 0o700 })
    await this.makeRoom()
    const { Body } = await this.ask(name)
    const part = join(this.folder, `.${randomUUID()}.part`)
    try {
      await writeSynced(part, Body as unknown as AsyncIterable<Uint8Array>, Infinity)
      if ((await digestOf(part)) !== name) throw new BlobFault(name, 'changed')
      await rename(part, path)
      return path
    } finally {
      await rm(part, { force: true })
    }
  }

  private async ask(name: string, range?: string) {
    const { client, GetObjectCommand } = await this.sdk()
    try {
      return await client.send(new GetObjectCommand({ ...this.at(name), ...(range ? { Range: range } : {}) }))
    } catch (error) {
      if ((error as Error).name === 'NoSuchKey') throw new BlobFault(name, 'missing', { cause: error })
      throw error
    }
  }

  /** Lets go of the copies that were wanted longest ago. */
  private async makeRoom(): Promise<void> {
    const names = await readdir(this.folder)
    const files = (
      await Promise.all(
        names.map(async name => ({ path: join(this.folder, name), found: await stat(join(this.folder, name)).catch(() => null) })),
      )
    )
      .flatMap(({ path, found }) => (found ? [{ path, size: found.size, used: found.mtimeMs }] : []))
      .sort((a, b) => b.used - a.used)
    let size = 0
    for (const file of files) {
      size += file.size
      if (size > mostCached) await rm(file.path, { force: true })
    }
  }

  async has(name: string): Promise<boolean> {
    const { client, HeadObjectCommand } = await this.sdk()
    try {
      await client.send(new HeadObjectCommand(this.at(name)))
      return true
    } catch (error) {
      if (['NotFound', 'NoSuchKey'].includes((error as Error).name)) return false
      throw error
    }
  }

  async remove(name: string): Promise<void> {
    const { client, DeleteObjectCommand } = await this.sdk()
    await client.send(new DeleteObjectCommand(this.at(name)))
    await rm(join(this.folder, name), { force: true })
  }

  async *list(): AsyncIterable<{ name: string; since: Date }> {
    const { client, ListObjectsV2Command } = await this.sdk()
    for (let after: string | undefined; ;) {
      const page = await client.send(
        new ListObjectsV2Command({ Bucket: this.options.bucket, Prefix: this.options.prefix, ContinuationToken: after }),
      )
      for (const { Key, LastModified } of page.Contents ?? []) {
        const name = Key?.slice(this.options.prefix.length) ?? ''
        if (/^[0-9a-f]{64}$/.test(name)) yield { name, since: LastModified ?? new Date() }
      }
      if (!page.IsTruncated) return
      after = page.NextContinuationToken
    }
  }

  async dispose(): Promise<void> {
    if (this.opened) (await this.opened).client.destroy()
    await rm(this.folder, { recursive: true, force: true })
  }

  private at(name: string): { Bucket: string; Key: string } {
    return { Bucket: this.options.bucket, Key: `${this.options.prefix}${blobName(name)}` }
  }
}
