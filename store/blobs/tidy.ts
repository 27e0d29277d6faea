import type { Sql } from '../database'
import type { Blobs } from './blobs'

/** Held while blobs are tidied away, and shared by whatever needs them all to stay. */
export const tidyLock = 7208

/** Bytes come before the rows that name them; between the two lies a moment, never a day. */
const graceHours = 24
const atOnce = 1000

/** Removes blobs that no row names, after a time of grace. Gives how many there were and how many went. */
export async function tidyBlobs(sql: Sql, blobs: Blobs, now: Date): Promise<{ seen: number; removed: number }> {
  const before = now.getTime() - graceHours * 3600 * 1000
  let seen = 0
  let removed = 0
  let old: string[] = []
  const flush = async () => {
    for (const name of await unnamed(sql, old)) {
      await blobs.remove(name)
      removed++
    }
    old = []
  }
  for await (const { name, since } of blobs.list()) {
    seen++
    if (since.getTime() >= before) continue
    old.push(name)
    if (old.length === atOnce) await flush()
  }
  await flush()
  return { seen, removed }
}

async function unnamed(sql: Sql, names: readonly string[]): Promise<string[]> {
  const rows = await sql<{ name: string }[]>`
    select name from unnest(${[...names]}::text[]) as one (name)
    where not exists (select 1 from pages where blob = name or page_blob = name or thumbnail_blob = name or reading_blob = name)
      and not exists (select 1 from print_jobs where print_jobs.blob = name)
      and not exists (select 1 from loads where loads.blob = name)
      and not exists (select 1 from files where sha256 = name)`
  return rows.map(row => row.name)
}
