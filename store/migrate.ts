import { readdir, readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'
import type { Sql } from './database'

const folder = fileURLToPath(new URL('./migrations', import.meta.url))

/**
 * Brings the database to this version: each numbered file once, each in its own transaction.
 * @param last the last one to apply, for trying an upgrade; all of them where it is left out
 * @throws {Error} where the database is newer than this program
 */
export async function migrate(sql: Sql, last = Infinity): Promise<void> {
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
  for (const file of files) {
    const number = Number(file.slice(0, 3))
    if (number <= most || number > last) continue
    const text = await readFile(join(folder, file), 'utf8')
    await sql.begin(async tx => {
      await tx`select pg_advisory_xact_lock(7205)`
      const done = await tx`select 1 from migrations where number = ${number}`
      if (done.length) return
      await tx.unsafe(text)
      await tx`insert into migrations (number, name) values (${number}, ${file})`
    })
  }
}
