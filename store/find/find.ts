import type { Fragment } from 'postgres'
import { z } from 'zod'
import { Field } from '../../core/rubric/field'
import type { FieldValue } from '../../core/model/ledger'
import type { FindCounts, FindQuery } from '../../shared/views/find'
import type { Person } from '../../shared/views/people'
import { beginningLike, type Sql } from '../database'
import { rubricsFor, visibleDocument } from '../people/rights'
import { onDays } from '../setup/officeDays'
import { anyTerm, everyTerm } from './words'

/** A document that was found, as its row is kept. */
export interface FoundRow {
  id: number
  type: string | null
  state: 'open' | 'indexed' | 'checked' | 'sent'
  fields: Record<string, FieldValue>
  batch: string
  rubric: string
  person: string | null
  day: string | null
  pages: number
  page: number | null
  picture: string | null
  /** The page of the document on which a word stands, and the words around it, between marks. */
  at: number | null
  around: string | null
}

/** What is counted of a result; more would keep whoever types waiting. */
export const mostCounted = 1000

/** Among so many of the newest documents a word that many have is found at once. */
const newestFirst = 2000
/** So many are looked up by their words and then narrowed; what more have is looked for from the newest on. */
const mostByWords = 50_000
/** So few, known by a field or by their day, are looked into for their words. */
const mostNarrow = 3000

/** The marks around a found word in what is shown of a page. */
export const marks = ['\u2402', '\u2403'] as const

const day = (sql: Sql) => sql`coalesce(documents.indexed_at, documents.filled_at)`

/** A field's value that begins so, or is in a range of numbers or days with “..” between its ends. */
function valueFits(sql: Sql, [field, wanted]: [string, string]): Fragment {
  const [, from, to] = /^\s*(.*?)\s*\.\.\s*(.*?)\s*$/.exec(wanted) ?? []
  if (from === undefined) return sql`field = ${field} and lower(value) like ${beginningLike(wanted.trim().toLowerCase())}`
  const aDay = /^\d{4}-\d{2}-\d{2}$/
  const isDay = [from, to].some(end => aDay.test(end!))
  // What is no end of such a range bounds nothing.
  const bound = (text: string) =>
    isDay ? (aDay.test(text) ? text : null) : text === '' || Number.isNaN(Number(text)) ? null : Number(text)
  const [low, high] = [bound(from), bound(to!)]
  return isDay
    ? sql`field = ${field} and (${low}::date is null or day >= ${low}::date) and (${high}::date is null or day <= ${high}::date)`
    : sql`field = ${field} and (${low}::numeric is null or number >= ${low}::numeric)
        and (${high}::numeric is null or number <= ${high}::numeric)`
}

const askedFields = ({ fields }: FindQuery) => Object.entries(fields).filter(([, wanted]) => wanted.trim())

/** Where documents are looked for: with their words, among those of which it is known that they have them, or among these. */
type Among = 'all' | 'newest' | 'having the words' | { these: Narrowing }

/** Documents that have one thing that is asked for besides words; made anew for each question, as fragments must be. */
type Narrowing = () => Fragment

export const narrowings = (sql: Sql, query: FindQuery): Narrowing[] => [
  ...askedFields(query).map(one => () => sql`select document_id from document_values where ${valueFits(sql, one)}`),
  ...(query.from || query.to ? [() => sql`select id as document_id from documents where ${onDays(sql, day(sql), query)}`] : []),
]

const condition = (sql: Sql, person: Person, query: FindQuery, among: Among): Fragment => {
  const words = among === 'having the words' ? null : everyTerm(sql, query.text)
  const fields = askedFields(query).map(
    one => sql`and exists (select 1 from document_values where document_id = documents.id and ${valueFits(sql, one)})`,
  )
  return sql`${visibleDocument(sql, person)} and documents.filled_at is not null
    ${words ? sql`and document_words.search @@ ${words}` : sql``}
    ${query.type ? sql`and documents.type = ${query.type}` : sql``}
    ${query.rubric ? sql`and rubrics.name = ${query.rubric}` : sql``}
    ${query.state ? sql`and documents.state = ${query.state}` : sql``}
    ${query.person ? sql`and people.name = ${query.person}` : sql``}
    and ${onDays(sql, day(sql), query)}
    ${fields.reduce((all, one) => sql`${all} ${one}`, sql``)}`
}

/** The words' own table, or what stands in its place. */
function wordsTable(sql: Sql, { text, before }: FindQuery, among: Among): Fragment {
  const earlier = before === undefined ? sql`true` : sql`document_id < ${before}::bigint`
  if (among === 'newest')
    return sql`(select document_id, search from document_words where ${earlier} order by document_id desc limit ${newestFirst})`
  if (among === 'having the words')
    return sql`(select document_id from documents_with(${everyTerm(sql, text)}, ${mostByWords}) as one (document_id)
      where ${earlier} order by document_id desc)`
  // Bounded, so that nothing else is done first; what is asked for so has no more.
  if (among !== 'all')
    return sql`(select document_id, search from (select distinct document_id from (${among.these()}) as one limit ${mostNarrow}) as few
      join document_words using (document_id)
      where ${earlier})`
  return sql`document_words`
}

const tables = (sql: Sql, query: FindQuery, among: Among) => sql`
  documents
  join batches on batches.id = documents.batch_id
  join rubrics on rubrics.id = batches.rubric_id
  left join people on people.id = documents.indexed_by
  ${
    everyTerm(sql, query.text)
      ? sql`join ${wordsTable(sql, query, among)} as document_words on document_words.document_id = documents.id`
      : sql``
  }`

/** Whether so few documents have these words that each can be looked at. */
async function isRare(sql: Sql, text: string): Promise<boolean> {
  const words = everyTerm(sql, text)
  const [row] = await sql<{ count: number }[]>`select count(*)::int as count from documents_with(${words}, ${mostByWords + 1})`
  return row!.count <= mostByWords
}

/** Documents of which so few have one thing that is asked for, that each can be looked into; null where there is none such. */
async function fewOf(sql: Sql, query: FindQuery): Promise<Narrowing | null> {
  for (const these of narrowings(sql, query)) {
    const [row] = await sql<{ count: number }[]>`select count(*)::int as count from (${these()} limit ${mostNarrow + 1}) as one`
    if (row!.count <= mostNarrow) return these
  }
  return null
}

/** Where documents with these words are looked for fastest. */
async function fastest(sql: Sql, query: FindQuery): Promise<Among> {
  if (everyTerm(sql, query.text) === null) return 'all'
  const these = await fewOf(sql, query)
  if (these) return { these }
  return (await isRare(sql, query.text)) ? 'having the words' : 'all'
}

/** Documents that a person may see and that fit, the newest first, paged by key. */
export async function findDocuments(sql: Sql, person: Person, query: FindQuery, most: number): Promise<FoundRow[]> {
  if (everyTerm(sql, query.text) === null) return findAmong(sql, person, query, most, 'all')
  const newest = await findAmong(sql, person, query, most, 'newest')
  if (newest.length === most) return newest
  return findAmong(sql, person, query, most, await fastest(sql, query))
}

/** The same, looked for in one way: all of them find the same, but for what is older than the newest. */
export function findAmong(sql: Sql, person: Person, query: FindQuery, most: number, among: Among): Promise<FoundRow[]> {
  const any = anyTerm(sql, query.text)
  const before = query.before ?? null
  const around = `MaxFragments=1, MaxWords=18, MinWords=9, StartSel=${marks[0]}, StopSel=${marks[1]}`
  return sql<FoundRow[]>`
    with found as (
      select documents.id, documents.type, documents.state, documents.fields, batches.name as batch, rubrics.name as rubric,
        people.name as person, ${day(sql)} as day
      from ${tables(sql, query, among)}
      where ${condition(sql, person, query, among)} and (${before}::bigint is null or documents.id < ${before}::bigint)
      order by documents.id desc
      limit ${most})
    select found.*, first.id as page, left(first.thumbnail_blob, 8) as picture,
      (select count(*)::int from pages where document_id = found.id) as pages,
      ${any ? sql`hit.at, hit.around` : sql`null as at, null as around`}
    from found
    left join lateral (select id, thumbnail_blob from pages where document_id = found.id order by page_order limit 1) as first on true
    ${
      any
        ? sql`left join lateral (
            select own.at, ts_headline('simple', plain, ${any}, ${around}) as around
            from (select id, row_number() over (order by page_order)::int as at from pages where document_id = found.id) as own
            join page_words on page_id = own.id
            where page_words.search @@ (${any})
            order by own.at
            limit 1) as hit on true`
        : sql``
    }
    order by found.id desc`
}

/** How many of a result are of each type, rubric, state and person; of its newest, where it is long. */
export async function countFound(sql: Sql, person: Person, asked: FindQuery): Promise<FindCounts> {
  // Whatever page of it is shown.
  const query = { ...asked, before: undefined }
  const among = await fastest(sql, query)
  const rows = await sql<{ what: 'type' | 'rubric' | 'state' | 'person'; value: string; count: number }[]>`
    with found as materialized (
      select documents.type, rubrics.name as rubric, documents.state, people.name as person
      from ${tables(sql, query, among)}
      where ${condition(sql, person, query, among)}
      order by documents.id desc
      limit ${mostCounted})
    select what, value, count(*)::int as count
    from found, lateral (values ('type', type), ('rubric', rubric), ('state', state), ('person', person)) as one (what, value)
    where value is not null
    group by what, value
    union all
    select 'all', '', count(*)::int from found
    order by what, count desc, value`
  const of = (what: string) => rows.filter(row => row.what === what).map(({ value, count }) => ({ value, count }))
  return {
    all: (rows as { what: string; count: number }[]).find(row => row.what === 'all')?.count ?? 0,
    types: of('type'),
    rubrics: of('rubric'),
    states: of('state'),
    people: of('person'),
  }
}

export interface KnownType {
  rubric: string
  id: string
  label: string
  fields: Field[]
}

/** The types of the rubrics that a person may work with, as their newest versions have them. */
export async function knownTypes(sql: Sql, person: Person): Promise<KnownType[]> {
  const own = await rubricsFor(sql, person)
  const rows = await sql<{ rubric: string; id: string; label: string; fields: unknown }[]>`
    select rubrics.name as rubric, type->>'id' as id, type->>'label' as label, coalesce(type->'fields', '[]') as fields
    from rubrics
    join lateral (select body from rubric_versions where rubric_id = rubrics.id order by version desc limit 1) as newest on true
    cross join lateral jsonb_array_elements(newest.body->'types') with ordinality as one (type, place)
    where rubrics.id = any(${[...own]})
    order by rubrics.name, place`
  return rows.map(({ fields, ...row }) => ({ ...row, fields: z.array(Field).catch([]).parse(fields) }))
}
