import { readdir, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { afterAll, expect, it, inject } from 'vitest'
import { backup, restore, verify } from '../../cli/backup'
import { UsageError } from '../../cli/usage'
import { FolderBlobs } from '../../store/blobs/folder'
import { openDatabase, type Sql } from '../../store/database'
import { batch, blank, code, data, ownDatabase, sorted, sql, url } from './harness'

ownDatabase()

const copy = `restored${process.pid}`
const admin = () => openDatabase(inject('postgres'), 1)
const asAdministrator = async (work: (one: Sql) => Promise<unknown>) => {
  const one = admin()
  try {
    await work(one)
  } finally {
    await one.end()
  }
}
afterAll(() => asAdministrator(one => one`drop database if exists ${one(copy)} with (force)`))

/** As the command line finds a copy. */
async function inCopy<T>(database: string, blobs: string, work: () => Promise<T>): Promise<T> {
  Object.assign(process.env, { RUBRICATOR_DATABASE_URL: database, RUBRICATOR_BLOBS: blobs })
  try {
    return await work()
  } finally {
    delete process.env.RUBRICATOR_DATABASE_URL
    delete process.env.RUBRICATOR_BLOBS
  }
}

it('a copy is backed up while it works, wrecked, restored elsewhere, and every digest agrees', async () => {
  const [live, elsewhere, to] = [join(data, 'live'), join(data, 'elsewhere'), join(data, 'backup')]
  const blobs = new FolderBlobs(live)
  await sorted(code('MP26-04217'), blank)
  // What the tests' pages name was never there.
  await sql`update pages set page_blob = null, thumbnail_blob = null`
  await sql`update loads set blob = null where kind = 'device'`
  await sql`update pages set blob = ${await blobs.put(Buffer.from('a side'))} where batch_id = ${batch}`
  await sql`update pages set blob = null where batch_id <> ${batch}`
  const rows = () => sql`select id, position, fate, blob from pages where batch_id = ${batch} order by id`
  const before = [...(await rows())]

  expect(await inCopy(url, live, () => backup([to]))).toBe(0)
  // A second time only what is new is copied, and only the newest dump stays.
  await sql`update pages set thumbnail_blob = ${await blobs.put(Buffer.from('small'))} where batch_id = ${batch} and position = 1`
  expect(await inCopy(url, live, () => backup([to]))).toBe(0)
  expect((await readdir(to)).filter(name => name.endsWith('.dump'))).toHaveLength(1)

  await asAdministrator(one => one`create database ${one(copy)}`)
  const restored = inject('postgres').replace(/[^/]+$/, copy)
  await rm(live, { recursive: true })
  expect(await inCopy(url, live, () => verify([]))).toBe(3)
  expect(await inCopy(restored, elsewhere, () => restore([to]))).toBe(0)
  expect(await inCopy(restored, elsewhere, () => verify([]))).toBe(0)
  const there = openDatabase(restored, 1)
  expect([...(await there`select id, position, fate, blob from pages where batch_id = ${batch} order by id`)]).toEqual(before)
  // A slip says that files arrived: some must be known.
  await there`insert into slips (document_id, destination_id, state) select id, 'records-office', 'delivered' from documents limit 1`
  expect(await inCopy(restored, elsewhere, () => verify([]))).toBe(3)
  await there.end()

  // Into a place that is not empty nothing is restored; and nothing from a backup that was meddled with.
  await expect(inCopy(restored, elsewhere, () => restore([to]))).rejects.toThrow('The database is not empty')
  const [dump] = (await readdir(to)).filter(name => name.endsWith('.dump'))
  await writeFile(join(to, dump!), 'another')
  await expect(inCopy(restored, elsewhere, () => restore([to]))).rejects.toThrow('is not what was backed up')
  await rm(join(to, 'backup.json'))
  await expect(inCopy(restored, elsewhere, () => restore([to]))).rejects.toBeInstanceOf(UsageError)
})
