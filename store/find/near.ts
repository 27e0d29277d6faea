import { nearSpellings } from '../../core/text/nearSpellings'
import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'
import { visibleDocument } from '../people/rights'
import { everyTerm, termsOf } from './words'

/** Of shorter words nearly every other is near; a number that is nearly another is another. */
const leastLetters = 5
const isWord = (text: string) => new RegExp(`^\\p{L}{${leastLetters},24}$`, 'u').test(text)
/** Among so many documents it is looked how words are spelt. */
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

async function mostSpeltSo(sql: Sql, person: Person, word: string): Promise<string | null> {
  const near = nearSpellings(word)
  const any = near.map(one => `'${one}'`).join(' | ')
  const [row] = await sql<{ word: string }[]>`
    select lexeme as word
    from documents_with(${any}::tsquery, ${mostLooked}) as one (id)
    join documents using (id)
    join batches on batches.id = batch_id
    join document_words on document_id = documents.id
    cross join lateral unnest(tsvector_to_array(search)) as lexeme
    where lexeme = any(${near}) and ${visibleDocument(sql, person)}
    group by lexeme
    order by count(*) desc, lexeme
    limit 1`
  return row?.word ?? null
}
