import type { PersonActing } from '../core/model/actor'
import type { Edit, KeptEdit } from '../core/model/edit'
import type { Answer } from '../core/model/evidence'
import { ByHand } from '../core/model/redaction'
import { json } from '../store/database'
import { refreshWords } from '../store/find/words'
import { arrange } from './arrange'
import { allExamined } from './examining'
import { inBatches, type Flow, type LockedBatch } from './inBatch'
import { editsOf } from './sides'
import { Locked } from './storeOutcome'

export type Corrected = 'done' | 'busy' | 'nothing'

/**
 * Makes a correction on the ribbon; what was undone before can then no longer be redone. `busy` where the machine
 * works on the batch, or it has gone on.
 * @throws {Locked} where a document that a person confirmed would change
 */
export function correctBatch(flow: Flow, actor: PersonActing, id: number, edit: Edit): Promise<Corrected> {
  return changing(flow, actor, [id], async ([batch]) => {
    const named = 'pages' in edit ? [...edit.pages, ...('before' in edit && edit.before !== null ? [edit.before] : [])] : [edit.page]
    const [{ known } = { known: 0 }] = await batch!.tx<{ known: number }[]>`
      select count(*)::int as known from pages where batch_id = ${id} and id = any(${named})`
    if (known !== new Set(named).size) return false
    await keepEdit(batch!, edit, actor.person)
    return true
  })
}

/** Keeps a change; what was undone before can then no longer be redone. */
export async function keepEdit(batch: LockedBatch, edit: Edit | KeptEdit, person: string): Promise<void> {
  const { tx, id } = batch
  await tx`delete from corrections where batch_id = ${id} and undone`
  await tx`insert into corrections (batch_id, edit, person) values (${id}, ${json(tx, edit)}, ${person})`
  await batch.note({ what: 'correct', new: edit })
}

/** Keeps what a person says of a page that asks, and has the batch split anew. `nothing` where the page does not ask. */
export function answerPage(flow: Flow, actor: PersonActing, page: { id: number; batch: number }, answer: Answer): Promise<Corrected> {
  return changing(flow, actor, [page.batch], async ([batch]) => {
    const asks = await batch!.tx`select 1 from pages where id = ${page.id} and batch_id = ${page.batch} and asks`
    if (!asks.length) return false
    await keepEdit(batch!, { do: 'answer', page: page.id, answer }, actor.person)
    return true
  })
}

/** Takes the last correction back. */
export function undoCorrection(flow: Flow, actor: PersonActing, id: number): Promise<Corrected> {
  return changing(flow, actor, [id], async ([batch]) => {
    const [changed] = await batch!.tx<{ edit: unknown }[]>`
      update corrections set undone = true
      where id = (select max(id) from corrections where batch_id = ${id} and not undone)
      returning edit`
    if (changed) await batch!.note({ what: 'undo', old: changed.edit })
    return changed !== undefined
  })
}

/** Makes the correction again that was taken back last. */
export function redoCorrection(flow: Flow, actor: PersonActing, id: number): Promise<Corrected> {
  return changing(flow, actor, [id], async ([batch]) => {
    const [changed] = await batch!.tx<{ edit: unknown }[]>`
      update corrections set undone = false
      where id = (select min(id) from corrections where batch_id = ${id} and undone)
      returning edit`
    if (changed) await batch!.note({ what: 'redo', new: changed.edit })
    return changed !== undefined
  })
}

/** Whether a batch's ribbon can be changed now: also while its documents are read, since typing on goes before the machine. */
export async function openToChange(batch: LockedBatch): Promise<boolean> {
  const { tx, id, state } = batch
  if (state === 'to fix' || state === 'to index') return true
  if (state !== 'sorting') return false
  const undecided = await tx`select 1 from pages where batch_id = ${id} and fate is null limit 1`
  return undecided.length === 0 && (await allExamined(batch))
}

/** Makes a change where the first of these batches can be changed now, and arranges it anew. */
export function changing(
  flow: Flow,
  actor: PersonActing,
  ids: readonly number[],
  change: (batches: LockedBatch[]) => Promise<boolean>,
): Promise<Corrected> {
  return inBatches(flow, actor, ids, async batches => {
    const [batch] = batches as [LockedBatch]
    if (!(await openToChange(batch))) return 'busy'
    if (!(await change(batches))) return 'nothing'
    if (await lookAgain(batch)) await batch.move('examine')
    else await arrange(batch)
    return 'done'
  })
}

/**
 * Has every page examined again whose turns and boxes are no longer those that it was examined with.
 * @throws {Locked} where what was scanned of one is no longer there
 */
async function lookAgain({ tx, queue, id: batch }: LockedBatch): Promise<boolean> {
  const turns = new Map<number, number>()
  const boxes = new Map<number, ByHand>()
  for (const edit of await editsOf(tx, batch)) {
    if (edit.do === 'rotate') for (const page of edit.pages) turns.set(page, ((turns.get(page) ?? 0) + edit.degrees) % 360)
    if (edit.do === 'redact') boxes.set(edit.page, ByHand.parse(edit))
  }
  const rows = [...new Set([...turns.keys(), ...boxes.keys()])].map(id => ({
    id,
    degrees: turns.get(id) ?? 0,
    redacted: boxes.get(id) ?? null,
  }))
  const differing = await tx<{ id: number; position: number; document: number | null; other: boolean; gone: boolean }[]>`
    with differing as (
      select before.id, position, document_id as document, blob is null as gone, evidence is not null as seen,
        wanted.degrees, wanted.redacted, wanted.redacted is distinct from before.redacted as other
      from pages as before
      left join jsonb_to_recordset(${json(tx, rows)}) as wanted (id bigint, degrees int, redacted jsonb) on wanted.id = before.id
      where batch_id = ${batch} and (turned, before.redacted) is distinct from (coalesce(wanted.degrees, 0), wanted.redacted)
    ), changed as (
      update pages
      set turned = coalesce(differing.degrees, 0), redacted = differing.redacted, evidence = null, trouble = null, read_at = null
      from differing
      where pages.id = differing.id and not gone)
    select id, position, document, other, gone from differing where seen or not gone order by position`
  const lost = differing.find(one => one.gone)
  if (lost) throw new Locked(`What was scanned of page ${lost.position} is no longer kept, so the page stays as it is.`)
  // Values stay through a turn; what is black now, or no longer, is looked for anew.
  const anew = differing.flatMap(({ document, other }) => (other && document !== null ? [document] : []))
  if (anew.length) await tx`update documents set filled_at = null where state = 'open' and id = any(${anew})`
  await tx`delete from page_words where page_id = any(${differing.map(({ id }) => id)})`
  // Nobody finds it by what is black now.
  if (anew.length) await refreshWords(tx, anew)
  await queue.sendAll(
    tx,
    'examine',
    differing.map(({ id }) => ({ page: id })),
  )
  return differing.length > 0
}
