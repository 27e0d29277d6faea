import { Choices } from '../../core/rubric/choices'
import { withChoices } from '../../core/rubric/withChoices'
import { readRubric } from '../../core/rubric/readRubric'
import { issueText } from '../../core/model/issues'
import type { Rubric } from '../../core/rubric/rubric'
import { json, type Sql, type Tx } from '../database'

export interface RubricRow {
  id: string
  name: string
  version: number
}

/** Adds a rubric as version 1, unless one of this name is there. */
export async function addRubric(tx: Tx, rubric: Rubric): Promise<void> {
  const [added] = await tx<{ id: string }[]>`
    insert into rubrics (name) values (${rubric.name})
    on conflict (name) do nothing
    returning id`
  if (added) await tx`insert into rubric_versions (rubric_id, version, body) values (${added.id}, 1, ${json(tx, rubric)})`
}

export type Saved = { outcome: 'saved'; id: string; version: number } | { outcome: 'newer' } | { outcome: 'name taken' }

/** Adds a rubric that a person made. */
export async function createRubric(sql: Sql, rubric: Rubric, person: string): Promise<Saved> {
  return sql.begin(async (tx): Promise<Saved> => {
    const [added] = await tx<{ id: string }[]>`
      insert into rubrics (name) values (${rubric.name})
      on conflict (name) do nothing
      returning id`
    if (!added) return { outcome: 'name taken' }
    await tx`insert into rubric_versions (rubric_id, version, body, person) values (${added.id}, 1, ${json(tx, rubric)}, ${person})`
    return { outcome: 'saved', id: added.id, version: 1 }
  })
}

/** Keeps a rubric as its next version; batches that were begun keep theirs. `newer` where someone saved after `from` was opened. */
export async function saveRubric(sql: Sql, id: string, from: number, rubric: Rubric, person: string): Promise<Saved> {
  return sql.begin(async (tx): Promise<Saved> => {
    await tx`select 1 from rubrics where id = ${id} for update`
    const [newest] = await tx<{ version: number }[]>`select max(version)::int as version from rubric_versions where rubric_id = ${id}`
    if (newest?.version !== from) return { outcome: 'newer' }
    const taken = await tx`select 1 from rubrics where name = ${rubric.name} and id <> ${id}`
    if (taken.length) return { outcome: 'name taken' }
    await tx`update rubrics set name = ${rubric.name} where id = ${id}`
    await tx`insert into rubric_versions (rubric_id, version, body, person) values (${id}, ${from + 1}, ${json(tx, rubric)}, ${person})`
    // What was a draft is published now.
    await tx`delete from rubric_drafts where rubric_id = ${id}`
    return { outcome: 'saved', id, version: from + 1 }
  })
}

/** The newest version as it was written; null where there is no such rubric. */
export async function newestRubric(tx: Tx, id: string): Promise<(RubricRow & { body: unknown }) | null> {
  const [row] = await tx<(RubricRow & { body: unknown })[]>`
    select rubrics.id, rubrics.name, version, body
    from rubrics
    join rubric_versions on rubric_versions.rubric_id = rubrics.id
    where rubrics.id = ${id}
    order by version desc
    limit 1`
  return row ?? null
}

/** The identity of the rubric of this name; null where there is none. */
export async function rubricNamed(tx: Tx, name: string): Promise<string | null> {
  const [row] = await tx<{ id: string }[]>`select id from rubrics where name = ${name}`
  return row?.id ?? null
}

/** Every rubric with its newest version. */
export function listRubrics(tx: Tx): Promise<RubricRow[]> {
  return tx<RubricRow[]>`
    select rubrics.id, rubrics.name, max(rubric_versions.version) as version
    from rubrics
    join rubric_versions on rubric_versions.rubric_id = rubrics.id
    group by rubrics.id
    order by rubrics.name`
}

/** One version of a rubric; null where there is none. */
export async function findRubric(tx: Tx, id: string, version: number): Promise<Rubric | null> {
  const [row] = await tx<{ body: unknown }[]>`
    select body from rubric_versions where rubric_id = ${id} and version = ${version}`
  return row ? soundRubric(row.body) : null
}

/** The rubric of a batch, in the version that the batch was started with, as the person who scanned changed it. */
export async function rubricOfBatch(tx: Tx, batch: number): Promise<Rubric> {
  const [row] = await tx<{ body: unknown; choices: unknown }[]>`
    select body, choices
    from rubric_versions
    join batches on batches.rubric_id = rubric_versions.rubric_id and batches.rubric_version = rubric_versions.version
    where batches.id = ${batch}`
  if (!row) throw new Error(`Batch ${batch} has no rubric.`)
  return withChoices(soundRubric(row.body), Choices.parse(row.choices))
}

/** A rubric out of what is stored. */
export function soundRubric(body: unknown): Rubric {
  const read = readRubric(body)
  if (!read.ok) throw new Error(`A stored rubric is not sound: ${read.issues.map(issueText).join('; ')}`)
  return read.rubric
}

/** How many batches a person has started with each rubric. */
export async function usesOfRubrics(tx: Tx, person: string): Promise<Map<string, number>> {
  const rows = await tx<{ rubric_id: string; uses: number }[]>`
    select rubric_id, count(*)::int as uses from batches where owner = ${person} group by rubric_id`
  return new Map(rows.map(row => [row.rubric_id, row.uses]))
}

/** The index fields that rubrics have now, by name. */
export function fieldsOfRubrics(tx: Tx): Promise<{ id: string; label: string }[]> {
  return tx<{ id: string; label: string }[]>`
    select named.id, min(named.label) as label
    from rubrics
    cross join lateral (select body from rubric_versions where rubric_id = rubrics.id order by version desc limit 1) as newest
    cross join jsonb_path_query(newest.body, '$.types[*].fields[*]') as field
    cross join lateral (select field->>'id' as id, field->>'label' as label) as named
    group by named.id
    order by label, named.id
    limit 500`
}
