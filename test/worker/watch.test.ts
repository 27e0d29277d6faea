import { mkdtemp, open, readdir, rm, utimes, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { Examiners } from '../../engine/examiners'
import { FolderBlobs } from '../../store/blobs/folder'
import { FolderWatch } from '../../worker/watch'
import { data, flow, ownDatabase, owner, rubric, sql } from '../store/harness'

ownDatabase()

// A JPEG's first and last bytes: whether the picture in it can be decoded is the batch's concern.
const picture = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(64), Buffer.from([0xff, 0xd9])])
let folder: string
let before: number
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-watched-'))
  await sql`delete from watched_folders`
  const [row] = await sql<{ last: number }[]>`select coalesce(max(id), 0)::int as last from batches`
  before = row!.last
})
afterEach(() => rm(folder, { recursive: true, force: true }))

const watch = (after: 'remove' | 'move') => sql`
  insert into watched_folders (path, rubric_id, owner, after, subfolders) values (${folder}, ${rubric.id}, ${owner}, ${after}, true)`
async function put(name: string, bytes: Uint8Array = picture): Promise<void> {
  await writeFile(join(folder, name), bytes)
  const calm = new Date(Date.now() - 60_000)
  await utimes(join(folder, name), calm, calm)
}
/** A worker that starts, looks twice, and is gone. */
async function work(): Promise<void> {
  const examiners = new Examiners(1)
  const watcher = new FolderWatch({ ...flow, blobs: new FolderBlobs(join(data, 'blobs')), examiners })
  await watcher.look()
  await watcher.look()
}
const batches = async () => (await sql`select 1 from batches where id > ${before}`).length
const troubles = async () => (await sql<{ trouble: string | null }[]>`select trouble from watched_folders`)[0]!.trouble

it('takes a file in once whose worker died after it was kept and before it was moved', async () => {
  await watch('move')
  await put('plan.jpg')
  // Nothing can be moved there: what is kept by then is what a worker leaves that dies. Another file goes on.
  await writeFile(join(folder, 'taken'), '')
  await work()
  expect([await batches(), (await readdir(folder)).sort()]).toEqual([1, ['plan.jpg', 'taken']])
  expect(await troubles()).toContain('cannot be looked into')
  await rm(join(folder, 'taken'))
  await work()
  expect([await batches(), await readdir(folder), await readdir(join(folder, 'taken'))]).toEqual([1, ['taken'], ['plan.jpg']])
  expect(await troubles()).toBeNull()
})

it('takes a new file under the same name as another one', async () => {
  await watch('remove')
  await put('plan.jpg')
  await work()
  await put('plan.jpg', Buffer.concat([picture.subarray(0, 20), picture]))
  await work()
  expect([await batches(), await readdir(folder)]).toEqual([2, []])
})

it('sets apart what is no document, with its reason, and goes on with the others', async () => {
  await watch('remove')
  await put('a.txt', Buffer.from('words'))
  await put('empty.pdf', Buffer.alloc(0))
  await put('plan.jpg')
  await work()
  expect(await batches()).toBe(1)
  expect((await readdir(join(folder, 'set apart'))).sort()).toEqual(['a.txt', 'a.txt.reason.txt'])
})

it('sets apart a file of more than 2 GB, and takes in those behind it', async () => {
  await watch('move')
  await put('a.jpg')
  const large = await open(join(folder, 'a.jpg'), 'r+')
  // All of it a hole, but for its first and last bytes.
  await large.write(picture.subarray(-2), 0, 2, 2 * 1024 ** 3)
  await large.close()
  const calm = new Date(Date.now() - 60_000)
  await utimes(join(folder, 'a.jpg'), calm, calm)
  await put('b.jpg')
  await work()
  expect([await batches(), (await readdir(join(folder, 'set apart'))).sort()]).toEqual([1, ['a.jpg', 'a.jpg.reason.txt']])
})
