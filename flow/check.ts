import { randomInt } from 'node:crypto'
import { drawDocuments } from '../core/quality/draw'
import { switchingPoints } from '../core/quality/plan'
import { Check } from '../core/rubric/handling'
import type { PersonActing } from '../core/model/actor'
import type { Lot, Verdict } from '../core/model/verdict'
import { lotOf } from '../store/batches/lot'
import { json } from '../store/database'
import { enteredBy } from '../store/documents/next'
import { decidedLots } from '../store/setup/sampling'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/** Whether a batch's documents go to files as soon as they are confirmed: nothing of it is checked, or it passed. */
export async function goesOnAtOnce(batch: LockedBatch): Promise<boolean> {
  const { check } = await batch.rubric()
  if ((!check || check.mode === 'none') && !(await mustBeLookedAt(batch)).size) return true
  const passed = await batch.tx`select 1 from batches where id = ${batch.id} and passed_at is not null`
  return passed.length > 0
}

/** Documents on which something is black, where the rubric says that somebody looks before they are filed. */
async function mustBeLookedAt(batch: LockedBatch): Promise<Set<number>> {
  const { redact } = await batch.rubric()
  if (!redact?.look) return new Set()
  const rows = await batch.tx<{ id: number }[]>`
    select distinct document_id as id from pages where batch_id = ${batch.id} and document_id is not null and evidence ? 'redactions'`
  return new Set(rows.map(({ id }) => id))
}

/** Where a batch stands once the machine or a person is through with a document: 'to index', 'to check', or on to its files. */
export async function moveOn(batch: LockedBatch): Promise<void> {
  if (!batch.may('settle')) return
  const { tx, id } = batch
  const open = await tx`select 1 from documents where batch_id = ${id} and state = 'open' limit 1`
  if (await goesOnAtOnce(batch)) return batch.move('settle', open.length ? 'to index' : 'sending')
  if (open.length && batch.state !== 'to check') return batch.move('settle', 'to index')
  const { lot } = await lotOf(tx, id)
  if (lot === null) await draw(batch)
  else await judge(batch, lot)
  const waiting = await tx`select 1 from documents where batch_id = ${id} and drawn and state = 'indexed' limit 1`
  if (waiting.length) return batch.move('settle', 'to check')
  if (open.length) return batch.move('settle', 'to index')
  await pass(batch)
}

const keepLot = ({ tx, id }: LockedBatch, lot: Lot) => tx`update batches set lot = ${json(tx, lot)} where id = ${id}`

/** Draws the documents that a second person checks. */
async function draw(batch: LockedBatch): Promise<void> {
  const { tx, id } = batch
  const { check } = await batch.rubric()
  const documents = await tx<{ id: number }[]>`select id from documents where batch_id = ${id} order by position`
  const [row] = await tx<{ rubric: string }[]>`select rubric_id as rubric from batches where id = ${id}`
  const black = await mustBeLookedAt(batch)
  const must = documents.flatMap((document, place) => (black.has(document.id) ? [place] : []))
  const { places, besides, seed, plan, inspection, why } = drawDocuments(
    check ?? Check.parse({ mode: 'none' }),
    documents.length,
    randomInt(2 ** 31),
    await decidedLots(tx, row!.rubric),
    must,
  )
  await tx`update documents set drawn = true where id = any(${places.map(place => documents[place]!.id)})`
  const lot: Lot = {
    size: documents.length,
    seed,
    why,
    inspection,
    accept: plan?.accept ?? null,
    tighter: plan?.tighter ?? null,
    besides: besides.map(place => documents[place]!.id),
    adds: null,
    accepted: null,
    decidedAt: null,
  }
  await keepLot(batch, lot)
  await batch.note({ what: 'draw', new: { ...lot, places } })
}

/**
 * Decides a lot once every document that was drawn has been looked at: one that a plan does not accept is checked whole.
 * What is only corrected does not change that decision.
 */
async function judge(batch: LockedBatch, lot: Lot): Promise<void> {
  const { tx, id } = batch
  if (lot.accepted !== null) return
  const [counts] = await tx<{ unseen: number; faulty: number }[]>`
    select count(*) filter (where not exists (select 1 from verdicts where document_id = documents.id))::int as unseen,
      count(*) filter (where not (documents.id = any(${lot.besides}::bigint[]))
        and exists (select 1 from verdicts where document_id = documents.id and not correct))::int as faulty
    from documents
    where batch_id = ${id} and drawn`
  if (!counts || counts.unseen > 0) return
  const accepted = lot.accept === null || counts.faulty <= lot.accept
  const adds = lot.accept === null ? null : switchingPoints({ accept: lot.accept, tighter: lot.tighter }, counts.faulty)
  await keepLot(batch, { ...lot, accepted, adds, decidedAt: new Date().toISOString() })
  await batch.note({ what: accepted ? 'accept lot' : 'refuse lot', new: { faulty: counts.faulty, accept: lot.accept } })
  if (!accepted) await tx`update documents set drawn = true where batch_id = ${id}`
}

/** Lets a batch's documents be made into files. */
async function pass(batch: LockedBatch): Promise<void> {
  const { tx, queue, id } = batch
  await tx`update batches set passed_at = now() where id = ${id}`
  const ready = await tx<{ id: number }[]>`
    select id from documents where batch_id = ${id} and state in ('indexed', 'checked') and built_at is null order by position`
  await queue.sendAll(
    tx,
    'build',
    ready.map(document => ({ document: document.id })),
  )
  await batch.move('settle', 'sending')
}

/**
 * Keeps what a checker says of a document that was drawn; one that is not right is opened again, with what is wrong.
 * Gives why nothing was kept; null where it was.
 */
export function giveVerdict(
  flow: Flow,
  actor: PersonActing,
  document: { id: number; batch: number },
  verdict: Verdict,
): Promise<string | null> {
  return inBatch(flow, actor, document.batch, async batch => {
    const { tx } = batch
    const [row] = await tx<{ state: string; drawn: boolean; own: boolean }[]>`
      select state, drawn, ${enteredBy(tx, actor.person)} as own
      from documents where id = ${document.id}`
    if (batch.state !== 'to check' || !row?.drawn || row.state !== 'indexed')
      return 'This document does not wait to be checked any more. Go on with the next one.'
    if (row.own && !(await batch.rubric()).check?.own) return 'You entered this document, so somebody else checks it.'
    const wrong = verdict.correct ? null : verdict
    if (wrong?.place && !(await hasPage(batch, document.id, wrong.place.page)))
      return `Page ${wrong.place.page} is not of this document any more. Mark the place again.`
    await tx`
      insert into verdicts (batch_id, document_id, person, correct, kind, field, note, place)
      values (${batch.id}, ${document.id}, ${actor.person}, ${verdict.correct}, ${wrong?.kind ?? null}, ${wrong?.field ?? null},
        ${wrong?.note ?? null}, ${wrong?.place ? json(tx, wrong.place) : null})`
    const returned = wrong && {
      by: actor.person,
      kind: wrong.kind,
      field: wrong.field ?? null,
      note: wrong.note,
      place: wrong.place ?? null,
      at: new Date().toISOString(),
    }
    await tx`update documents set state = ${wrong ? 'open' : 'checked'}, returned = ${returned ? json(tx, returned) : null}
      where id = ${document.id}`
    await batch.note({ what: wrong ? 'find wrong' : 'find right', document: document.id, new: wrong })
    await moveOn(batch)
    return null
  })
}

async function hasPage({ tx }: LockedBatch, document: number, position: number): Promise<boolean> {
  return (await tx`select 1 from pages where document_id = ${document} and position = ${position}`).length > 0
}

/** Lets a batch go on without what is left of its check, for a reason that is kept. False where it does not wait to be checked. */
export function passUnchecked(flow: Flow, actor: PersonActing, id: number, why: string): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    if (batch.state !== 'to check') return false
    await batch.note({ what: 'pass unchecked', new: { why } })
    const open = await batch.tx`select 1 from documents where batch_id = ${id} and state = 'open' limit 1`
    await batch.tx`update documents set drawn = false where batch_id = ${id} and state = 'indexed'`
    if (open.length) await batch.move('settle', 'to index')
    else await pass(batch)
    return true
  })
}
