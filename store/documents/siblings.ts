import { readOnPage, sureEnough } from '../../core/fields/doubt'
import type { Rubric } from '../../core/rubric/rubric'
import type { DocumentValues, SiblingView } from '../../shared/views/documents'
import type { Person } from '../../shared/views/people'
import { json, type Sql } from '../database'
import { visibleDocument } from '../people/rights'
import { valuesOf } from './search'

/**
 * The documents of a batch that a person may see, in order: what is done, open and doubtful, who is at one, and its first words.
 * @param only these, where only they changed; null is all
 */
export function siblingsOf(
  sql: Sql,
  person: Person,
  batch: number,
  rubric: Rubric,
  only: readonly number[] | null,
): Promise<SiblingView[]> {
  const orders = Object.fromEntries(rubric.types.map(({ id, fields }) => [id, fields.flatMap(one => (one.kind === 'table' ? [] : one.id))]))
  return sql<SiblingView[]>`
    select documents.id, documents.position, documents.type, documents.state, filled_at is not null as filled,
      documents.state = 'open' and missing <> '{}' as missing, documents.pass,
      documents.drawn and documents.state = 'indexed' and batches.state = 'to check' as "toCheck",
      documents.state = 'open' and edition = 1 and exists (
        select 1 from entries where document_id = documents.id and final and entries.person = ${person.id}) as "keyedBefore",
      documents.state = 'open' and (documents.candidates <> '{}' or exists (
        select 1 from jsonb_each(documents.fields) as own
        where (own.value->>'from' = any(${[...readOnPage]}) and (own.value->>'confidence')::float < ${sureEnough})
          or own.value ? 'repaired'))
        as doubtful,
      left(coalesce(
        (select documents.fields->wanted.field->>'value'
          from jsonb_array_elements_text(${json(sql, orders)}::jsonb->documents.type) with ordinality as wanted (field, at)
          where documents.fields ? wanted.field order by at limit 1),
        (select concat_ws(' ', words->0->>0, words->1->>0, words->2->>0, words->3->>0, words->4->>0)
          from page_words join pages on pages.id = page_id where document_id = documents.id order by page_order limit 1),
        ''), 60) as words,
      (select people.name from document_leases join people on people.id = document_leases.person
        where document_id = documents.id and until > now()) as holder
    from documents
    join batches on batches.id = batch_id
    where batch_id = ${batch} and ${visibleDocument(sql, person)} and (${only}::bigint[] is null or documents.id = any(${only}))
    order by documents.position`
}

/** The values of the document before, of the same type, in the same batch: what a person may want again. */
export async function valuesBefore(sql: Sql, document: number): Promise<DocumentValues> {
  const [row] = await sql<{ fields: unknown }[]>`
    select before.fields
    from documents as own
    join documents as before on before.batch_id = own.batch_id and before.position < own.position
      and before.type is not distinct from own.type and before.filled_at is not null
    where own.id = ${document}
    order by before.position desc
    limit 1`
  return row ? valuesOf(row.fields) : {}
}
