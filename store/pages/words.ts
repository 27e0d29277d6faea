import type { Word } from '../../core/model/evidence'
import { turnedBox } from '../../core/text/turnedBox'
import { wordsBeside } from '../../core/text/redact'
import { correctedWords, type WordCorrection } from '../../core/text/correctedWords'
import { plainText } from '../../core/text/lines'
import type { Box } from '../../core/model/zone'
import { packWords, unpackWords } from '../../core/text/packedWords'
import { json, type Tx } from '../database'

/** Keeps the words of a page that was read, as people put them right; an empty list says that nothing stands there. */
export async function keepWords(tx: Tx, page: number, read: readonly Word[]): Promise<void> {
  const corrections = await correctionsOf(tx, page)
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

/** What people said of a page's words, the oldest first, in the places where these lie now: it may have been turned since. */
async function correctionsOf(tx: Tx, page: number): Promise<(WordCorrection & { id: number })[]> {
  const rows = await tx<(WordCorrection & { id: number; degrees: 0 | 90 | 180 | 270; pageWidth: number; pageHeight: number })[]>`
    select word.id, x, y, width, height, was, said, (pages.turned - word.turned + 360) % 360 as degrees,
      (evidence->>'widthPx')::float / (evidence->>'dpi')::float as "pageWidth",
      (evidence->>'heightPx')::float / (evidence->>'dpi')::float as "pageHeight"
    from word_corrections as word
    join pages on pages.id = page_id
    where page_id = ${page}
    order by word.id`
  return rows.map(({ degrees, pageWidth, pageHeight, ...word }) => ({ ...word, ...turnedBox(word, degrees, pageWidth, pageHeight) }))
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
    insert into word_corrections (page_id, x, y, width, height, turned, was, said, person)
    select pages.id, x, y, width, height, turned, was, said, ${person}
    from pages, jsonb_to_recordset(${json(tx, corrections)}) as one (x real, y real, width real, height real, was text, said text)
    where pages.id = ${page}`
  await keepWords(tx, page, words)
}

/** Forgets what people said stands in these places of a page, in inches: it is blacked out. */
export async function forgetCorrections(tx: Tx, page: number, places: readonly Box[]): Promise<void> {
  if (!places.length) return
  const words = await correctionsOf(tx, page)
  const left = new Set(wordsBeside(words, places))
  const hidden = words.filter(word => !left.has(word))
  await tx`delete from word_corrections where id = any(${hidden.map(({ id }) => id)})`
}

/** Copies the words of pages, and what people said of them, to pages that are copies of them. */
export async function copyWords(tx: Tx, pages: readonly { from: number; to: number }[]): Promise<void> {
  await tx`
    insert into page_words (page_id, words, plain)
    select copy.to, words, plain
    from jsonb_to_recordset(${json(tx, pages)}) as copy ("from" bigint, "to" bigint)
    join page_words on page_id = copy.from`
  await tx`
    insert into word_corrections (page_id, x, y, width, height, turned, was, said, person, at)
    select copy.to, x, y, width, height, turned, was, said, person, at
    from jsonb_to_recordset(${json(tx, pages)}) as copy ("from" bigint, "to" bigint)
    join word_corrections on page_id = copy.from
    order by word_corrections.id`
}
