import { createHash } from 'node:crypto'
import { mkdtemp, readdir, readFile, rm, utimes, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import S3rver from 's3rver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Blobs } from '../../store/blobs/blobs'
import { openBlobs } from '../../store/blobs/open'
import { tidyBlobs } from '../../store/blobs/tidy'
import { ownDatabase, receive, sql } from './harness'

ownDatabase()

let folder: string
let objects: S3rver
const stores: Record<string, Blobs> = {}
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-blobs-'))
  objects = new S3rver({
    port: 0,
    address: '127.0.0.1',
    silent: true,
    directory: join(folder, 's3'),
    configureBuckets: [{ name: 'pictures', configs: [] }],
  })
  const { port } = await objects.run()
  stores.folder = openBlobs(join(folder, 'blobs'))
  stores.objects = openBlobs('s3://pictures/office', {
    S3_ENDPOINT: `http://127.0.0.1:${port}`,
    S3_ACCESS_KEY: 'S3RVER',
    S3_SECRET_KEY: 'S3RVER',
  })
})
afterAll(async () => {
  for (const store of Object.values(stores)) await store.dispose()
  await objects.close()
  await rm(folder, { recursive: true })
})

const digest = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex')
async function* broken(): AsyncGenerator<Uint8Array> {
  yield Buffer.from('the first part')
  await Promise.resolve()
  throw new Error('the connection broke')
}
const all = async (blobs: Blobs) => {
  const names: string[] = []
  for await (const { name } of blobs.list()) names.push(name)
  return names.sort()
}

describe.each(['folder', 'objects'])('blobs in a store of %s', kind => {
  const blobs = () => stores[kind]!

  it('are found by their digest, whole, in parts and as a file, however often they are put', async () => {
    const name = await blobs().put(Buffer.from('one'))
    expect(name).toBe('7692c3ad3540bb803c020b3aee66cd8887123234ea0c6e7143c0add73ff431ed')
    expect(await blobs().put(Buffer.from('one'))).toBe(name)
    expect((await blobs().get(name)).toString()).toBe('one')
    expect((await blobs().getRange(name, 1, 2)).toString()).toBe('ne')
    expect(await readFile(await blobs().local(name), 'utf8')).toBe('one')
    expect([await blobs().has(name), await blobs().has(digest('two'))]).toEqual([true, false])
    const file = join(folder, 'file')
    await writeFile(file, 'from a file')
    expect(await blobs().putFile(file)).toBe(digest('from a file'))
  })

  it('of several megabytes come back as they went in', async () => {
    const bytes = Buffer.alloc(12 * 1024 * 1024, 'harbour ')
    const name = await blobs().put(bytes)
    expect(name).toBe(digest(bytes))
    expect(Buffer.compare(await blobs().get(name), bytes)).toBe(0)
    await blobs().remove(name)
    expect(await blobs().has(name)).toBe(false)
  })

  it('that break off, or are too large, leave nothing behind', async () => {
    const before = await all(blobs())
    await expect(blobs().putStream(broken(), 1000)).rejects.toThrow('the connection broke')
    await expect(
      blobs().putStream(
        (async function* () {
          yield Buffer.alloc(600)
          yield await Promise.resolve(Buffer.alloc(600))
        })(),
        1000,
      ),
    ).rejects.toBeInstanceOf(RangeError)
    expect(await all(blobs())).toEqual(before)
    if (kind === 'folder') expect((await readdir(join(folder, 'blobs'))).filter(name => name.endsWith('.part'))).toEqual([])
  })

  it('that are missing are said to be, and nothing but a digest is a name', async () => {
    await expect(blobs().get(digest('none'))).rejects.toThrow('are not in the blob store. Restore them from a backup.')
    await expect(blobs().local(digest('none'))).rejects.toThrow('are not in the blob store')
    await expect(blobs().get('../secrets.json')).rejects.toThrow("is not a blob's name")
    await expect(blobs().remove('*')).rejects.toThrow("is not a blob's name")
  })

  it('that nobody names go after a time of grace, the others stay', async () => {
    const [named, forgotten] = [await blobs().put(Buffer.from(`named in ${kind}`)), await blobs().put(Buffer.from(`forgotten in ${kind}`))]
    await receive(1, { blob: named })
    const later = new Date(Date.now() + 25 * 3600 * 1000)
    expect((await tidyBlobs(sql, blobs(), new Date())).removed).toBe(0)
    expect((await tidyBlobs(sql, blobs(), later)).removed).toBeGreaterThan(0)
    expect([await blobs().has(named), await blobs().has(forgotten)]).toEqual([true, false])
  })
})

it('bytes that the disk changed are never taken for those that were kept', async () => {
  const name = await stores.folder!.put(Buffer.from('as it was scanned'))
  const path = join(folder, 'blobs', name.slice(0, 2), name)
  await writeFile(path, 'as it was spoiled')
  await utimes(path, new Date(), new Date())
  await expect(stores.folder!.get(name)).rejects.toThrow('are not those that were kept there')
  await expect(stores.folder!.local(name)).rejects.toThrow('are not those that were kept there')
})

it('a setting that is not sound is named', () => {
  expect(() => openBlobs('s3:bucket')).toThrow('RUBRICATOR_BLOBS is "s3:bucket", expected a folder or an address')
  expect(() => openBlobs('s3://bucket', {})).toThrow('S3_ACCESS_KEY is missing')
})
