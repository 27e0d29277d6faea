import type { Person } from '../../shared/views/people'
import type { Sql, Tx } from '../database'
import { mayDo, visibleDocument } from '../people/rights'

/**
 * The first document of a batch, or of a rubric's batches, that waits to be entered, at which nobody else is and that this person may
 * enter; of those that are keyed twice one that they have not keyed before. Null where none waits.
 */
export async function nextToEnter(sql: Sql, person: Person, of: { rubric: string } | { batch: number }): Promise<number | null> {
  const [row] = await sql<{ id: number }[]>`
    select documents.id
    from documents
    join batches on batches.id = batch_id
    join rubrics on rubrics.id = rubric_id
    where ${'batch' in of ? sql`batch_id = ${of.batch}` : sql`rubrics.name = ${of.rubric}`}
      and batches.state = 'to index' and documents.state = 'open' and filled_at is not null
      and ${visibleDocument(sql, person)} and ${mayDo(sql, person, 'index')}
      and not exists (select 1 from document_leases where document_id = documents.id and until > now() and person <> ${person.id})
      and not exists (select 1 from edit_locks where edit_locks.batch_id = batches.id and until > now() and person <> ${person.id})
      and not exists (select 1 from entries where document_id = documents.id and final and entries.person = ${person.id})
    order by documents.batch_id, documents.position
    limit 1`
  return row?.id ?? null
}

/** The condition for a row of `documents` that somebody entered, or keyed one turn of. */
export const enteredBy = (sql: Tx, person: string) => sql`(coalesce(indexed_by = ${person}, false) or exists (
  select 1 from entries where document_id = documents.id and final and entries.person = ${person}))`

/**
 * The first document of a batch that waits to be checked and that this person may check: not their own, unless the rubric
 * lets them; and how many wait at all.
 */
export async function nextToCheck(sql: Sql, person: Person, batch: number): Promise<{ id: number | null; waiting: number }> {
  const [row] = await sql<{ id: number | null; waiting: number }[]>`
    select (array_agg(documents.id order by position) filter (where not ${enteredBy(sql, person.id)}
        or coalesce((body->'check'->>'own')::boolean, false)))[1] as id,
      count(*)::int as waiting
    from documents
    join batches on batches.id = batch_id
    join rubric_versions on rubric_versions.rubric_id = batches.rubric_id and rubric_versions.version = batches.rubric_version
    where batch_id = ${batch} and batches.state = 'to check' and drawn and documents.state = 'indexed' and ${visibleDocument(sql, person)}`
  return row ?? { id: null, waiting: 0 }
}
