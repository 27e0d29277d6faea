import type { SampleFiles, TryOutcome, TryView } from '../../shared/views/rubrics'
import { json, type Sql } from '../database'
import type { Queue } from '../queue'

export interface NewTry {
  person: string
  body: unknown
  what?: TryRow['what']
  batch: number | null
  file: { name: string; bytes: Uint8Array } | null
}

/** Asks for a draft to be tried. What was tried a day ago is forgotten meanwhile. */
export async function addTry(sql: Sql, queue: Queue, { person, body, what = 'split', batch, file }: NewTry): Promise<string> {
  return sql.begin(async tx => {
    await tx`delete from tries where begun_at < now() - interval '1 day'`
    const [row] = await tx<{ id: string }[]>`
      insert into tries (person, body, what, batch_id, file_name, file)
      values (${person}, ${json(tx, body)}, ${what}, ${batch}, ${file?.name ?? null}, ${file ? Buffer.from(file.bytes) : null})
      returning id`
    await queue.send(tx, 'try', { try: row!.id })
    return row!.id
  })
}

export interface TryRow {
  id: string
  body: unknown
  what: 'split' | 'files'
  batch_id: number | null
  file_name: string | null
  file: Uint8Array | null
}

/** A try that is still to be done. */
export async function tryToDo(sql: Sql, id: string): Promise<TryRow | null> {
  const [row] = await sql<TryRow[]>`
    select id, body, what, batch_id, file_name, file from tries where id = ${id} and outcome is null and trouble is null and not cancelled`
  return row ?? null
}

/** Notes how far it is; false where nobody wants it any more. */
export async function tryProgress(sql: Sql, id: string, done: number, of: number): Promise<boolean> {
  return (await sql`update tries set done = ${done}, of = ${of} where id = ${id} and not cancelled returning 1`).length > 0
}

/** Keeps the outcome for whoever asked; the files that were tried are forgotten at once. */
export async function tryEnded(sql: Sql, id: string, outcome: TryOutcome | SampleFiles | null, trouble: string | null): Promise<void> {
  await sql`update tries set outcome = ${outcome && json(sql, outcome)}, trouble = ${trouble}, file = null where id = ${id}`
}

export async function showTry(sql: Sql, id: string, person: string): Promise<TryView<TryOutcome | SampleFiles> | null> {
  const [row] = await sql<
    TryView<TryOutcome | SampleFiles>[]
  >`select id, done, of, trouble, cancelled, outcome from tries where id = ${id} and person = ${person}`
  return row ?? null
}

export async function cancelTry(sql: Sql, id: string, person: string): Promise<boolean> {
  return (
    (await sql`update tries set cancelled = true, file = null where id = ${id} and person = ${person} and outcome is null returning 1`)
      .length > 0
  )
}

/** A file that a person's try made; null where there is none such. */
export async function fileOfTry(sql: Sql, id: string, person: string, at: number): Promise<SampleFiles['files'][number] | null> {
  const [row] = await sql<{ file: SampleFiles['files'][number] | null }[]>`
    select outcome->'files'->(${at}::int) as file from tries where id = ${id} and person = ${person} and what = 'files'`
  return row?.file ?? null
}
