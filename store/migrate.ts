import { readdir, readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'
import type { Sql } from './database'

/** After so long, and as often, one is told that it goes on. */
const patienceMs = 10_000
const folder = fileURLToPath(new URL('./migrations', import.meta.url))

/**
 * Brings the database to this version: each numbered file once, each in its own transaction.
 * @param last the last one to apply, for trying an upgrade; all of them where it is left out
 * @param say told of each where the database held something before, and again while a long one goes on
 * @throws {Error} where the database is newer than this program
 */
export async function migrate(sql: Sql, last = Infinity, say: (words: string) => void = () => undefined): Promise<void> {
  await sql`create table if not exists migrations (number int primary key, name text not null,
    applied_at timestamptz not null default now())`
  const files = (await readdir(folder)).filter(name => /^\d{3}_\w+\.sql$/.test(name)).sort()
  const newest = Number(files.at(-1)?.slice(0, 3) ?? 0)
  const [{ most } = { most: 0 }] = await sql<{ most: number }[]>`select coalesce(max(number), 0) as most from migrations`
  if (most > newest) {
    throw new Error(
      `The database is at version ${most}, this program knows ${newest}: start a newer Rubricator, or give it another data ` +
        `folder with RUBRICATOR_DATA.`,
    )
  }
  const due = files.filter(file => Number(file.slice(0, 3)) > most && Number(file.slice(0, 3)) <= last)
  const bytes = most > 0 && due.length ? await sizeOf(sql) : ''
  if (bytes) say(`Bringing the database (${bytes}) from version ${most} to ${Number(due.at(-1)!.slice(0, 3))}; work waits until it is done`)
  for (const [at, file] of due.entries()) {
    const number = Number(file.slice(0, 3))
    const text = await readFile(join(folder, file), 'utf8')
    const since = Date.now()
    const step = `Version ${number}, step ${at + 1} of ${due.length}`
    const waiting = setInterval(() => bytes && say(`${step}: ${Math.round((Date.now() - since) / 1000)} seconds so far`), patienceMs)
    await sql
      .begin(async tx => {
        await tx`select pg_advisory_xact_lock(7205)`
        const done = await tx`select 1 from migrations where number = ${number}`
        if (done.length) return
        await tx.unsafe(text)
        await tx`insert into migrations (number, name) values (${number}, ${file})`
      })
      .finally(() => clearInterval(waiting))
    if (bytes) say(`${step}: done`)
  }
}

async function sizeOf(sql: Sql): Promise<string> {
  const [row] = await sql<{ size: string }[]>`select pg_size_pretty(pg_database_size(current_database())) as size`
  return row!.size
}
