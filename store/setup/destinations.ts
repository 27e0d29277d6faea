import { json, type Sql, type Tx } from '../database'
import { opened, seal } from '../seal'

export interface DestinationRow {
  id: string
  name: string
  connector: string
  /** They may hold keys, and lie sealed in the database. */
  options: unknown
  /** What goes there goes one after the other, as it was filed. */
  in_order?: boolean
}

/** Adds a destination, or notes its new options. */
export async function putDestination(tx: Tx, row: DestinationRow): Promise<void> {
  await tx`
    insert into destinations (id, name, connector, options)
    values (${row.id}, ${row.name}, ${row.connector}, ${json(tx, seal(row.options))})
    on conflict (id) do update set name = excluded.name, connector = excluded.connector, options = excluded.options`
}

/** Adds a destination; false where its id is another's, which stays as it is. */
export async function addDestination(tx: Tx, row: DestinationRow): Promise<boolean> {
  const added = await tx`
    insert into destinations (id, name, connector, options, in_order)
    values (${row.id}, ${row.name}, ${row.connector}, ${json(tx, seal(row.options))}, ${row.in_order ?? false})
    on conflict (id) do nothing
    returning 1`
  return added.length > 0
}

/** Notes a destination's new name and options; its order stays where nothing is said of it. False where there is none. */
export async function changeDestination(tx: Tx, { id, name, options, in_order }: Omit<DestinationRow, 'connector'>): Promise<boolean> {
  const changed = await tx`
    update destinations
    set name = ${name}, options = ${json(tx, seal(options))}, in_order = coalesce(${in_order ?? null}, in_order)
    where id = ${id}
    returning 1`
  return changed.length > 0
}

/** What a destination is needed for: rubrics that send or look up there now, and slips of what went there. */
export async function usesOfDestination(tx: Tx, id: string): Promise<{ rubrics: string[]; slips: number }> {
  const rubrics = await tx<{ name: string }[]>`
    select rubrics.name
    from rubrics
    cross join lateral (select body from rubric_versions where rubric_id = rubrics.id order by version desc limit 1) as newest
    where jsonb_path_exists(newest.body, '$.send[*].to ? (@ == $id)', jsonb_build_object('id', ${id}::text))
      or jsonb_path_exists(newest.body, '$.**.lookup ? (@ starts with $id)', jsonb_build_object('id', ${`${id}.`}::text))
    order by rubrics.name`
  const [row] = await tx<{ slips: number }[]>`select count(*)::int as slips from slips where destination_id = ${id}`
  return { rubrics: rubrics.map(one => one.name), slips: row!.slips }
}

export async function removeDestination(tx: Tx, id: string): Promise<boolean> {
  return (await tx`delete from destinations where id = ${id} returning 1`).length > 0
}

/** Whether one of these rubrics leaves open where in this destination something goes, so that whoever scans may look into it. */
export async function isLeftOpen(tx: Tx, id: string, rubrics: ReadonlySet<string>): Promise<boolean> {
  const rows = await tx`
    select 1
    from rubrics
    cross join lateral (select body from rubric_versions where rubric_id = rubrics.id order by version desc limit 1) as newest
    where rubrics.id = any(${[...rubrics]}) and newest.body->'send' @> jsonb_build_array(jsonb_build_object('to', ${id}::text, 'ask', true))
    limit 1`
  return rows.length > 0
}

export function listDestinations(tx: Tx): Promise<Omit<DestinationRow, 'options' | 'in_order'>[]> {
  return tx<Omit<DestinationRow, 'options' | 'in_order'>[]>`select id, name, connector from destinations order by name`
}

export async function findDestination(tx: Tx, id: string): Promise<DestinationRow | null> {
  const [row] = await tx<DestinationRow[]>`select id, name, connector, options, in_order from destinations where id = ${id}`
  return row ? { ...row, options: opened(row.options) } : null
}

/** Seals what was kept before there was a key. */
export async function sealDestinations(sql: Sql): Promise<void> {
  await sql.begin(async tx => {
    const rows = await tx<DestinationRow[]>`select id, options from destinations where not options ? 'sealed' for update`
    for (const row of rows) await tx`update destinations set options = ${json(tx, seal(row.options))} where id = ${row.id}`
  })
}
