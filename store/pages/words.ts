import type { Word } from '../../core/model/evidence'
import { plainText } from '../../core/text/lines'
import { packWords, unpackWords } from '../../core/text/packedWords'
import { json, type Tx } from '../database'

/** Keeps the words of a page that was read; an empty list says that it was, and that nothing stands there. */
export async function keepWords(tx: Tx, page: number, words: readonly Word[]): Promise<void> {
  await tx`
    insert into page_words (page_id, words, plain) values (${page}, ${json(tx, packWords(words))}, ${plainText(words).replaceAll('\0', '')})
    on conflict (page_id) do update set words = excluded.words, plain = excluded.plain`
  await tx`update pages set read_at = now() where id = ${page}`
}

/** Words of a page; none where it was not read. */
export async function wordsOfPage(sql: Tx, page: number): Promise<Word[]> {
  const [row] = await sql<{ words: unknown }[]>`select words from page_words where page_id = ${page}`
  return row ? unpackWords(row.words) : []
}

/** Copies the words of pages to pages that are copies of them. */
export async function copyWords(tx: Tx, pages: readonly { from: number; to: number }[]): Promise<void> {
  await tx`
    insert into page_words (page_id, words, plain)
    select copy.to, words, plain
    from jsonb_to_recordset(${json(tx, pages)}) as copy ("from" bigint, "to" bigint)
    join page_words on page_id = copy.from`
}
