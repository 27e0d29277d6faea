import type { Fragment } from 'postgres'
import { acts, type Act } from '../../core/model/rights'
import type { Person } from '../../shared/views/people'
import type { Sql, Tx } from '../database'

/** What belongs to a batch, and is seen by whoever may see that. */
export type Subject = 'batch' | 'document' | 'page' | 'file' | 'slip'

/** Of a rubric that is open, clerks see their own batches; checkers and stewards see all. */
const seesAll = (person: Person) => person.roles.some(role => role !== 'clerk')

const groupsOf = (sql: Tx, person: Person) => sql`(select group_id from group_members where person = ${person.id})`

/** A row of `batches` is a person's own, or waits for a group of theirs. */
export const isOwn = (sql: Tx, person: Person) => sql`(batches.owner = ${person.id} or batches.for_group in ${groupsOf(sql, person)})`

const isOpen = (sql: Tx) => sql`batches.rubric_id in (select id from rubrics where open)`

/** Rows of `rubric_rights` that speak of a person, and fit. */
const given = (sql: Tx, person: Person, fits: Fragment) => sql`
  select rubric_id from rubric_rights where (person = ${person.id} or group_id in ${groupsOf(sql, person)}) and ${fits}`

/** The condition under which a row of `batches` is one that a person may see: in every list, count, search and event. */
export const visibleTo = (sql: Tx, person: Person) => {
  const own = isOwn(sql, person)
  return sql`((${!person.atPanel} or ${own}) and case when ${isOpen(sql)} then ${seesAll(person)} or ${own} else
    batches.rubric_id in (${given(sql, person, sql`types is null and acts && array['fix', 'index', 'check']`)})
    or (${own} and batches.rubric_id in (${given(sql, person, sql`types is null`)}))
    or (batches.state = 'done' and batches.rubric_id in (${given(sql, person, sql`types is null and 'see' = any(acts)`)})) end)`
}

/** The condition for a row of `batches` in which a person may do this; to add to another's batch is to fix it. */
export const mayDo = (sql: Tx, person: Person, act: Act): Fragment => {
  if (act === 'original') return mayLookUnder(sql, person)
  const own = isOwn(sql, person)
  const open = act === 'check' ? sql`${seesAll(person)}` : sql`${seesAll(person)} or ${own}`
  const closed =
    act === 'scan'
      ? sql`batches.rubric_id in (${given(sql, person, sql`types is null and 'fix' = any(acts)`)})
          or (${own} and batches.rubric_id in (${given(sql, person, sql`types is null and 'scan' = any(acts)`)}))`
      : sql`batches.rubric_id in (${given(sql, person, sql`types is null and ${act} = any(acts)`)})`
  return sql`(case when ${isOpen(sql)} then ${open} else ${closed} end)`
}

/**
 * Who may see what is blacked out: until its batch is filed whoever may fix it, as they have the paper; after that, where it is
 * kept, stewards, or whoever has that right.
 */
const mayLookUnder = (sql: Tx, person: Person) => sql`(case when batches.ended_at is null then ${mayDo(sql, person, 'fix')}
  when ${isOpen(sql)} then ${person.roles.includes('steward')}
  else batches.rubric_id in (${given(sql, person, sql`types is null and 'original' = any(acts)`)}) end)`

/** What a person may do in a batch. */
export async function actsIn(sql: Tx, person: Person, batch: number): Promise<Act[]> {
  const [row] = await sql<Record<Act, boolean>[]>`
    select ${mayDo(sql, person, 'scan')} as scan, ${mayDo(sql, person, 'fix')} as fix, ${mayDo(sql, person, 'index')} as index,
      ${mayDo(sql, person, 'check')} as "check", ${mayDo(sql, person, 'see')} as see,
      ${mayDo(sql, person, 'original')} as original
    from batches where id = ${batch}`
  return acts.filter(act => row?.[act])
}

/** A right of a person that holds for the type of a row of `documents`, and not for its whole batch. */
const byType = (sql: Tx, person: Person, fits: Fragment) => sql`${!person.atPanel} and exists (
  select 1 from rubric_rights as own
  where not ${isOpen(sql)} and own.rubric_id = batches.rubric_id and documents.type = any(own.types)
    and (own.person = ${person.id} or own.group_id in ${groupsOf(sql, person)})
    and ${fits})`

/** The condition for a row of `documents`, joined to its batch. */
export const visibleDocument = (sql: Tx, person: Person) =>
  sql`(${visibleTo(sql, person)} or ${byType(
    sql,
    person,
    sql`(own.acts && array['fix', 'index', 'check'] or ('see' = any(own.acts) and documents.state = 'sent'))`,
  )})`

/**
 * The batch to which a thing belongs; null where there is none, or the person may not see it.
 * @param act what else they must be allowed there
 */
export async function batchOf(sql: Sql, person: Person, subject: Subject, id: number, act?: Act): Promise<number | null> {
  const belongs = {
    batch: sql`select ${id}::bigint, null::bigint`,
    document: sql`select batch_id, id from documents where id = ${id}`,
    page: sql`select batch_id, document_id from pages where id = ${id}`,
    file: sql`select batch_id, documents.id from files join documents on documents.id = document_id where files.id = ${id}`,
    slip: sql`select batch_id, documents.id from slips join documents on documents.id = document_id where slips.id = ${id}`,
  }
  const may = act === undefined ? sql`true` : sql`(${mayDo(sql, person, act)} or ${byType(sql, person, sql`${act} = any(own.acts)`)})`
  const [row] = await sql<{ id: number }[]>`
    select batches.id
    from (${belongs[subject]}) as thing (batch, document)
    join batches on batches.id = thing.batch
    left join documents on documents.id = thing.document
    where ${visibleDocument(sql, person)} and ${may}`
  return row?.id ?? null
}

/** Which of these documents a person may see. */
export async function visibleDocuments(sql: Sql, person: Person, ids: readonly number[]): Promise<Set<number>> {
  const rows = await sql<{ id: number }[]>`
    select documents.id from documents join batches on batches.id = batch_id
    where documents.id = any(${[...ids]}) and ${visibleDocument(sql, person)}`
  return new Set(rows.map(row => row.id))
}

/** Rubrics with which a person may do this; with any of these acts, where none is named. */
export async function rubricsFor(sql: Tx, person: Person, act?: Act): Promise<Set<string>> {
  const fits = act === undefined ? sql`true` : sql`types is null and ${act} = any(acts)`
  const rows = await sql<{ id: string }[]>`select id from rubrics where open or id in (${given(sql, person, fits)})`
  return new Set(rows.map(row => row.id))
}
