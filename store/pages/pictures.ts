import { basename } from 'node:path'
import { unpackWords } from '../../core/text/packedWords'
import type { Word } from '../../core/model/evidence'
import type { Sql } from '../database'

export interface ExaminedPicture {
  page: string
  /** What reads best, where that is another picture. */
  reading: string | null
  /** What tells its thumbnail from others. */
  thumbnail: string | null
  bornDigital: boolean
  /** The name of the file that it came from; null for what was scanned. */
  file: string | null
}

/** The pictures of a batch's examined pages, by the pages' identity. */
export async function picturesOf(sql: Sql, batch: number): Promise<Map<number, ExaminedPicture>> {
  const rows = await sql<(ExaminedPicture & { id: number })[]>`
    select pages.id, page_blob as page, reading_blob as reading, left(thumbnail_blob, 8) as thumbnail, born_digital as "bornDigital",
      case when loads.kind <> 'device' then pages.source end as file
    from pages
    join loads on loads.id = load_id
    where pages.batch_id = ${batch} and page_blob is not null`
  return new Map(rows.map(({ id, file, ...row }) => [id, { ...row, file: file && basename(file) }]))
}

/** The words of these pages, of those that were read. */
export async function wordsOfPages(sql: Sql, pages: readonly number[]): Promise<Map<number, Word[]>> {
  const rows = await sql<{ id: number; words: unknown }[]>`
    select page_id as id, words from page_words where page_id in ${sql(pages)} and words is not null`
  return new Map(rows.map(({ id, words }) => [id, unpackWords(words)]))
}
