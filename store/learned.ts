import { LearnedPlace, LearnedTypes } from '../core/model/learned'
import type { FieldValue } from '../core/model/ledger'
import type { Word } from '../core/model/evidence'
import { unpackWords } from '../core/text/packedWords'
import { json, type Sql, type Tx } from './database'

/** What is known of a rubric's paper from what people confirmed, and from when on documents count. */
export interface Learned {
  types: LearnedTypes | null
  /** By type, then by field. */
  places: Record<string, Record<string, LearnedPlace>>
  /** What was forgotten, by `keyOf`. */
  since: Map<string, string>
}

export interface LearnedKey {
  what: 'types' | 'place'
  type: string
  field: string
}
export const typesKey: LearnedKey = { what: 'types', type: '', field: '' }
export const keyOf = ({ what, type, field }: LearnedKey): string => [what, type, field].join(' ')

export async function learnedOf(sql: Tx, rubric: string): Promise<Learned> {
  const rows = await sql<(LearnedKey & { model: unknown; since: string | null })[]>`
    select what, type, field, model, since from learned where rubric_id = ${rubric}`
  const learned: Learned = { types: null, places: {}, since: new Map() }
  for (const row of rows) {
    if (row.since) learned.since.set(keyOf(row), row.since)
    if (row.model === null) continue
    if (row.what === 'types') learned.types = LearnedTypes.parse(row.model)
    else (learned.places[row.type] ??= {})[row.field] = LearnedPlace.parse(row.model)
  }
  return learned
}

/** Keeps what was learned; null where there is nothing to be said. */
export async function keepLearned(sql: Tx, rubric: string, { what, type, field }: LearnedKey, model: LearnedPlace | LearnedTypes | null) {
  if (model)
    await sql`
      insert into learned (rubric_id, what, type, field, model) values (${rubric}, ${what}, ${type}, ${field}, ${json(sql, model)})
      on conflict (rubric_id, what, type, field) do update set model = excluded.model, learned_at = now()`
  else
    await sql`
      update learned set model = null where rubric_id = ${rubric} and what = ${what} and type = ${type} and field = ${field}`
}

/** Forgets one thing that was learned: only documents that are confirmed from now on count again. False where nothing was known. */
export async function forgetLearned(tx: Tx, rubric: string, { what, type, field }: LearnedKey): Promise<boolean> {
  const rows = await tx`
    update learned set model = null, since = now()
    where rubric_id = ${rubric} and what = ${what} and type = ${type} and field = ${field} and model is not null
    returning 1`
  return rows.length > 0
}

/** What marks types, and what is printed about places, may hold words of a page on which something is blacked out now. */
export async function forgetMarks(tx: Tx, batch: number, document: number | null): Promise<void> {
  await tx`
    update learned set model = case what when 'place' then jsonb_set(model, '{layouts}',
      (select jsonb_agg(one - 'print') from jsonb_array_elements(model->'layouts') as one)) end
    where rubric_id = (select rubric_id from batches where id = ${batch})`
  if (document !== null) await tx`update documents set type_why = null where id = ${document}`
}

/** The same moment is not looked at by two workers. */
const lookSeconds = 50
/** A document is confirmed a little before others see that it is. */
const overlapSeconds = 60

/** Rubrics under which people confirmed documents since anybody looked; none where somebody else is about to look. */
export async function rubricsToLearn(sql: Sql): Promise<string[]> {
  const [look] = await sql<{ before: string }[]>`
    update learning set looked_at = now()
    from (select looked_at from learning for update) as last
    where last.looked_at < now() - make_interval(secs => ${lookSeconds})
    returning last.looked_at as before`
  if (!look) return []
  const rows = await sql<{ id: string }[]>`
    select distinct rubric_id as id
    from documents
    join batches on batches.id = batch_id
    where coalesce(indexed_at, filled_at) > ${look.before}::timestamptz - make_interval(secs => ${overlapSeconds})
      and indexed_by is not null`
  return rows.map(row => row.id)
}

/** A document that a person confirmed. */
export interface ConfirmedDocument {
  id: number
  type: string
  barcode: Record<string, string>
  fields: Record<string, FieldValue>
  confirmed: string
  /** Words of its first pages. */
  pages: Word[][]
}

/** The newest documents of a rubric that people confirmed, with the words of as many first pages of each. */
export async function confirmedDocuments(sql: Sql, rubric: string, most: number, pagesOfEach: number): Promise<ConfirmedDocument[]> {
  // Batch by batch, so that a rubric with large ones is not read whole.
  const documents = await sql<Omit<ConfirmedDocument, 'pages'>[]>`
    select own.id, own.type, own.barcode, own.fields, own.confirmed
    from (select id from batches where rubric_id = ${rubric} order by id desc limit ${most}) as newest
    cross join lateral (
      select id, type, barcode, fields, indexed_at as confirmed from documents
      where batch_id = newest.id and type is not null and indexed_by is not null and read_at is not null
      order by position desc
      limit ${most}) as own
    order by newest.id desc, own.id desc
    limit ${most}`
  const words = await sql<{ document: number; words: unknown }[]>`
    select document, words
    from unnest(${documents.map(({ id }) => id)}::bigint[]) as document
    cross join lateral (
      select id, page_order from pages where document_id = document order by page_order limit ${pagesOfEach}) as page
    join page_words on page_id = page.id
    order by document, page_order`
  return documents.map(document => ({
    ...document,
    pages: words.filter(one => one.document === document.id).map(one => unpackWords(one.words)),
  }))
}
