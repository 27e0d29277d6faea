import type { Sql } from '../database'

/** The pictures of a batch's examined pages by identity: the page's blob, and what tells its thumbnail from others. */
export async function picturesOf(sql: Sql, batch: number): Promise<Map<number, { page: string; thumbnail: string | null }>> {
  const rows = await sql<{ id: number; page_blob: string; thumbnail: string | null }[]>`
    select id, page_blob, left(thumbnail_blob, 8) as thumbnail from pages where batch_id = ${batch} and page_blob is not null`
  return new Map(rows.map(row => [row.id, { page: row.page_blob, thumbnail: row.thumbnail }]))
}
