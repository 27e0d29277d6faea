import { FieldValue } from '../../core/model/ledger'
import type { Person } from '../../shared/views/people'
import { partLike, type Sql } from '../database'
import { visibleDocument } from '../people/rights'
import { z } from 'zod'

export interface DocumentSearch {
  /** Words that stand in it, or in its values. */
  text: string | null
  fields: Readonly<Record<string, string>>
  rubric: string | null
  state: string | null
  after: number | null
  most: number
}

export interface FoundDocument {
  id: number
  type: string | null
  state: 'open' | 'indexed' | 'checked' | 'sent'
  values: Record<string, string>
}

/** Documents that a person may see and that fit, by key: those above `after`. */
export async function searchDocuments(
  sql: Sql,
  person: Person,
  { text, fields, rubric, state, after, most }: DocumentSearch,
): Promise<FoundDocument[]> {
  const like = partLike(text ?? '')
  const rows = await sql<{ id: number; type: string | null; state: FoundDocument['state']; fields: unknown }[]>`
    select documents.id, documents.type, documents.state, documents.fields
    from documents
    join batches on batches.id = batch_id
    join rubrics on rubrics.id = rubric_id
    where ${visibleDocument(sql, person)} and documents.id > ${after ?? 0}
      and (${rubric}::text is null or rubrics.name = ${rubric})
      and (${state}::text is null or documents.state = ${state})
      and not exists (
        select 1 from jsonb_each_text(${sql.json(fields)}) as wanted
        where not exists (
          select 1 from document_values
          where document_id = documents.id and field = wanted.key and lower(document_values.value) = lower(wanted.value)))
      and (${text}::text is null
        or exists (select 1 from document_values where document_id = documents.id and value ilike ${like})
        or exists (
          select 1 from pages
          join page_words on page_id = pages.id
          where document_id = documents.id and search @@ plainto_tsquery('simple', ${text})))
    order by documents.id
    limit ${most}`
  return rows.map(({ fields: kept, ...row }) => ({ ...row, values: valuesOf(kept) }))
}

/** The values of kept fields, without where they came from. */
export function valuesOf(fields: unknown): Record<string, string> {
  return Object.fromEntries(Object.entries(z.record(z.string(), FieldValue).parse(fields)).map(([id, { value }]) => [id, value]))
}
