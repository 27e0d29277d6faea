import type { RubricDraft, RubricVersion } from '../../shared/views/rubrics'
import { json, type Sql } from '../database'

/** A rubric's draft; null where nobody has one. */
export async function draftOf(sql: Sql, rubric: string): Promise<RubricDraft | null> {
  const [row] = await sql<RubricDraft[]>`
    select body, from_version as from, people.name as person, saved_at as "savedAt"
    from rubric_drafts
    join people on people.id = person
    where rubric_id = ${rubric}`
  return row ?? null
}

/** Keeps a draft beside the version that it changes. */
export async function saveDraft(sql: Sql, rubric: string, from: number, body: unknown, person: string): Promise<void> {
  await sql`
    insert into rubric_drafts (rubric_id, body, from_version, person)
    values (${rubric}, ${json(sql, body)}, ${from}, ${person})
    on conflict (rubric_id) do update set body = excluded.body, from_version = excluded.from_version, person = excluded.person,
      saved_at = now()`
}

export async function dropDraft(sql: Sql, rubric: string): Promise<void> {
  await sql`delete from rubric_drafts where rubric_id = ${rubric}`
}

/** A rubric's versions, newest first, and how many batches used each. */
export function versionsOf(sql: Sql, rubric: string): Promise<RubricVersion[]> {
  return sql<RubricVersion[]>`
    select version, made_at as "madeAt", people.name as person,
      (select count(*)::int from batches where batches.rubric_id = rubric_versions.rubric_id and rubric_version = version) as batches
    from rubric_versions
    left join people on people.id = person
    where rubric_versions.rubric_id = ${rubric}
    order by version desc`
}
