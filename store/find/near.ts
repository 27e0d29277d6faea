import { nearSpellings } from '../../core/text/nearSpellings'
import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'
import { visibleDocument } from '../people/rights'
import { everyTerm, termsOf } from './words'

/** Of shorter words nearly every other is near; a number that is nearly another is another. */
const leastLetters = 5
const isWord = (text: string) => new RegExp(`^\\p{L}{${leastLetters},24}$`, 'u').test(text)
/** So many documents are looked at; of words that more have, the planner's statistics say how often they are. */
const mostLooked = 200

/**
 * What somebody may have meant who searched for this and found nothing: each word that no document has that they may see is
 * spelt as most of those have it in which it is nearly spelt so. Null where that changes nothing.
 */
export async function nearlySpelt(sql: Sql, person: Person, text: string): Promise<string | null> {
  let meant = text
  for (const { text: word, phrase } of termsOf(text)) {
    if (phrase || !isWord(word) || (await someHave(sql, person, word))) continue
    const spelt = await mostSpeltSo(sql, person, word)
    if (spelt === null) return null
    meant = meant.replace(new RegExp(`(?<!\\p{L})${word}(?!\\p{L})`, 'giu'), spelt)
  }
  return meant === text ? null : meant
}

async function someHave(sql: Sql, person: Person, word: string): Promise<boolean> {
  const rows = await sql`
    select 1
    from documents_with(${everyTerm(sql, word)}, ${mostLooked}) as one (id)
    join documents using (id)
    join batches on batches.id = batch_id
    where ${visibleDocument(sql, person)}
    limit 1`
  return rows.length > 0
}

/** How often a lexeme is among all documents, where that is so often that the planner's statistics tell it. */
const commonness = (sql: Sql) => sql`
  select frequency
  from pg_stats
  cross join lateral unnest(most_common_elems::text::text[], most_common_elem_freqs) as one (lexeme, frequency)
  where schemaname = current_schema and tablename = 'document_words' and attname = 'search' and lexeme = spelt.word
  limit 1`

async function mostSpeltSo(sql: Sql, person: Person, word: string): Promise<string | null> {
  const [row] = await sql<{ word: string }[]>`
    with spelt as materialized (
      select word, ids
      from unnest(${nearSpellings(word)}::text[]) as word
      cross join lateral (select array_agg(id) as ids from some_with(('''' || word || '''')::tsquery) as one (id)) as few
      where ids is not null)
    select word
    from spelt
    cross join lateral (
      select count(*) as many
      from documents
      join batches on batches.id = batch_id
      where documents.id = any(ids) and ${visibleDocument(sql, person)}) as seen
    where many > 0
    order by least(many, ${mostLooked}) desc, (${commonness(sql)}) desc nulls last, word
    limit 1`
  return row?.word ?? null
}
