import type { Tx } from '../database'

/** Every blob that a row names, once, in order. */
export async function namedBlobs(sql: Tx): Promise<string[]> {
  const rows = await sql<{ name: string }[]>`
    select name from (
      select blob as name from pages union select page_blob from pages union select thumbnail_blob from pages
      union select reading_blob from pages
      union select blob from print_jobs
      union select blob from loads union select sha256 from files
    ) as named
    where name is not null
    order by name`
  return rows.map(row => row.name)
}
