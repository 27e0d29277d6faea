import type { Fragment } from 'postgres'
import type { Tx } from '../database'

/** Keeps what these documents are found by, after their values, pages or files changed. */
export async function refreshWords(tx: Tx, documents: readonly number[]): Promise<void> {
  if (documents.length) await tx`select refresh_document_words(${[...documents]}::bigint[])`
}

const mostTerms = 12
// Shorter words look like too many others.
const leastLooks = 4

/** Words and quoted phrases of what somebody searches for; a quote that is not closed ends with the text. */
export function termsOf(text: string): { text: string; phrase: boolean }[] {
  const found = [...text.matchAll(/"([^"]*)(?:"|$)|([^\s"]+)/g)]
  return found
    .map(([, phrase, word]) => ({ text: (phrase ?? word ?? '').trim().toLowerCase(), phrase: phrase !== undefined }))
    .filter(term => /[\p{L}\p{N}]/u.test(term.text))
    .slice(0, mostTerms)
}

const isPlain = (text: string) => /^[\p{L}\p{N}]+$/u.test(text)

/** The words as they are written, each as the beginning of one. */
const written = (sql: Tx, text: string) => (isPlain(text) ? sql`${`'${text}':*`}::tsquery` : sql`plainto_tsquery('simple', ${text})`)

/** What `document_words` is asked for, so that it has every term: as it begins, or as it looks. Null where there is none. */
export function everyTerm(sql: Tx, text: string): Fragment | null {
  const terms = termsOf(text)
  if (terms.length === 0) return null
  const queries = terms.map(term =>
    isPlain(term.text) && term.text.length >= leastLooks && !term.phrase
      ? sql`(${written(sql, term.text)} || ('''~' || looks_of_word(${term.text}) || '''')::tsquery)`
      : written(sql, term.text),
  )
  return sql`(${queries.reduce((all, one) => sql`${all} && ${one}`)})`
}

/** Any of the terms, as a query for what is shown of a page. */
export function anyTerm(sql: Tx, text: string): Fragment | null {
  const terms = termsOf(text)
  return terms.length ? terms.map(term => written(sql, term.text)).reduce((all, one) => sql`${all} || ${one}`) : null
}
