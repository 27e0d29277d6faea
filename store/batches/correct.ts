import type { Edit, KeptEdit } from '../../core/model/edit'
import type { Answer } from '../../core/model/evidence'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import { rubricOfBatch } from '../setup/rubrics'
import { arrange } from './arrange'
import { editsOf } from './sides'

export type Corrected = 'done' | 'busy' | 'nothing'

/**
 * Makes a correction on the ribbon; what was undone before can then no longer be redone. `busy` where the machine
 * works on the batch, or it has gone on.
 * @throws {Locked} where a document that a person confirmed would change
 */
export function correctBatch(sql: Sql, queue: Queue, batch: number, edit: Edit, person: string): Promise<Corrected> {
  return changing(sql, queue, batch, async (tx) => {
    const named = 'pages' in edit ? [...edit.pages, ...('before' in edit && edit.before !== null ? [edit.before] : [])] : [edit.page]
    const [{ known } = { known: 0 }] = await tx<{ known: number }[]>`select count(*)::int as known from pages where batch_id = ${batch} and id = any(${named})`
    if (known !== new Set(named).size) return false
    await keepEdit(tx, batch, edit, person)
    return true
  })
}

/** Keeps a change; what was undone before can then no longer be redone. The batch's row must be locked. */
export async function keepEdit(tx: Tx, batch: number, edit: Edit | KeptEdit, person: string): Promise<void> {
  await tx`delete from corrections where batch_id = ${batch} and undone`
  await tx`insert into corrections (batch_id, edit, person) values (${batch}, ${tx.json(edit)}, ${person})`
}

/** Keeps what a person says of a page that asks, and has the batch split anew. `nothing` where the page does not ask. */
export function answerPage(sql: Sql, queue: Queue, page: { id: number, batch: number }, answer: Answer, person: string): Promise<Corrected> {
  return changing(sql, queue, page.batch, async (tx) => {
    const asks = await tx`select 1 from pages where id = ${page.id} and batch_id = ${page.batch} and asks`
    if (!asks.length) return false
    await keepEdit(tx, page.batch, { do: 'answer', page: page.id, answer }, person)
    return true
  })
}

/** Takes the last correction back. */
export function undoCorrection(sql: Sql, queue: Queue, batch: number): Promise<Corrected> {
  return changing(sql, queue, batch, async (tx) => {
    const changed = await tx`
      update corrections set undone = true
      where id = (select max(id) from corrections where batch_id = ${batch} and not undone)
      returning id`
    return changed.length > 0
  })
}

/** Makes the correction again that was taken back last. */
export function redoCorrection(sql: Sql, queue: Queue, batch: number): Promise<Corrected> {
  return changing(sql, queue, batch, async (tx) => {
    const changed = await tx`
      update corrections set undone = false
      where id = (select min(id) from corrections where batch_id = ${batch} and undone)
      returning id`
    return changed.length > 0
  })
}

/** Locks the batch and says whether its ribbon can be changed now: also while its documents are read, since typing on goes before the machine. */
export async function openToChange(tx: Tx, batch: number): Promise<boolean> {
  const open = await tx`
    select 1 from batches
    where id = ${batch} and (state in ('to fix', 'to index') or (state = 'sorting' and not exists (
      select 1 from pages where batch_id = ${batch} and (fate is null or (evidence is null and trouble is null)))))
    for update`
  return open.length > 0
}

/** Makes a change where the batch can be changed now, and arranges it anew. */
export async function changing(sql: Sql, queue: Queue, batch: number, change: (tx: Tx) => Promise<boolean>): Promise<Corrected> {
  return sql.begin(async (tx) => {
    if (!await openToChange(tx, batch)) return 'busy'
    if (!await change(tx)) return 'nothing'
    const turned = await turnPages(tx, queue, batch)
    if (turned) await tx`update batches set state = 'sorting' where id = ${batch}`
    else await arrange(tx, queue, batch, await rubricOfBatch(tx, batch))
    await tell(tx, { about: 'batch', batch })
    return 'done'
  })
}

/** Has every page examined again whose turns no longer add up to what it was examined with. */
async function turnPages(tx: Tx, queue: Queue, batch: number): Promise<boolean> {
  const turns = new Map<number, number>()
  for (const edit of await editsOf(tx, batch)) {
    if (edit.do === 'rotate') for (const page of edit.pages) turns.set(page, ((turns.get(page) ?? 0) + edit.degrees) % 360)
  }
  const rows = [...turns].map(([id, degrees]) => ({ id, degrees }))
  const changed = await tx<{ id: number }[]>`
    update pages
    set turned = coalesce(wanted.degrees, 0), evidence = null, trouble = null, words = null
    from pages as before
    left join jsonb_to_recordset(${tx.json(rows)}) as wanted (id bigint, degrees int) on wanted.id = before.id
    where pages.id = before.id and pages.batch_id = ${batch} and pages.blob is not null and pages.turned <> coalesce(wanted.degrees, 0)
    returning pages.id`
  await queue.sendAll(tx, 'examine', changed.map(({ id }) => ({ page: id })))
  return changed.length > 0
}

/** How many corrections can be undone and redone. */
export async function correctionsOf(sql: Sql, batch: number): Promise<{ undo: number, redo: number }> {
  const [row] = await sql<{ undo: number, redo: number }[]>`
    select count(*) filter (where not undone)::int as undo, count(*) filter (where undone)::int as redo from corrections where batch_id = ${batch}`
  return row ?? { undo: 0, redo: 0 }
}
