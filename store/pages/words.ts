import type { Word } from '../../core/model/evidence'
import { correctedWords, type WordCorrection } from '../../core/text/correctedWords'
import { plainText } from '../../core/text/lines'
import type { Box } from '../../core/model/zone'
import { packWords, unpackWords } from '../../core/text/packedWords'
import { json, type Tx } from '../database'

/** Keeps the words of a page that was read, as people put them right; an empty list says that nothing stands there. */
export async function keepWords(tx: Tx, page: number, read: readonly Word[]): Promise<void> {
  const corrections = await tx<WordCorrection[]>`
    select x, y, width, height, was, said from word_corrections where page_id = ${page} order by id`
  const words = correctedWords(read, corrections)
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

/** Keeps that a person put words of a page right, and the words as they are with that. */
export async function correctWords(
  tx: Tx,
  page: number,
  person: string,
  words: readonly Word[],
  corrections: readonly WordCorrection[],
): Promise<void> {
  await tx`
    insert into word_corrections (page_id, x, y, width, height, was, said, person)
    select ${page}, x, y, width, height, was, said, ${person}
    from jsonb_to_recordset(${json(tx, corrections)}) as one (x real, y real, width real, height real, was text, said text)`
  await keepWords(tx, page, words)
}

/** Forgets what people said stands in these places of a page, in inches: it is blacked out. */
export async function forgetCorrections(tx: Tx, page: number, places: readonly Box[]): Promise<void> {
  await tx`
    delete from word_corrections as word
    using jsonb_to_recordset(${json(tx, places)}) as place (x real, y real, width real, height real)
    where page_id = ${page} and word.x < place.x + place.width and place.x < word.x + word.width
      and word.y < place.y + place.height and place.y < word.y + word.height`
}

/** Copies the words of pages to pages that are copies of them. */
export async function copyWords(tx: Tx, pages: readonly { from: number; to: number }[]): Promise<void> {
  await tx`
    insert into page_words (page_id, words, plain)
    select copy.to, words, plain
    from jsonb_to_recordset(${json(tx, pages)}) as copy ("from" bigint, "to" bigint)
    join page_words on page_id = copy.from`
}
