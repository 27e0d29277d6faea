import { missingFields, type Filled } from '../core/fields/fill'
import { twiceFields, without, type Pass } from '../core/fields/twice'
import { readsDocuments } from '../core/fields/recognise'
import { worker, type PersonActing } from '../core/model/actor'
import type { FieldValue } from '../core/model/ledger'
import type { LookupAnswers } from '../core/model/lookup'
import { typeOf } from '../core/rubric/rubric'
import { json } from '../store/database'
import { addEntry } from '../store/documents/entries'
import type { DocumentRow } from '../store/documents/read'
import { refreshWords } from '../store/find/words'
import { keepValues } from '../store/trailValues'
import { goesOnAtOnce, moveOn } from './check'
import { endLease, refuseOthersAt } from './documentLease'
import { dropDraft, shortenDraft, typistBeside } from './entryDraft'
import { allExamined } from './examining'
import { inBatch, type Flow, type LockedBatch } from './inBatch'
import { takeTurn, type Entry } from './turns'

/**
 * Keeps a document's type and why it is that, where no rule said it, its values, those that a person entered before them, and what business
 * records answered, once; when the batch's last is filled, a person's turn comes or files are made.
 */
export function documentFilled(
  flow: Flow,
  document: DocumentRow,
  { type, why }: { type: string | null; why: string | null },
  filled: Filled,
  lookups: LookupAnswers,
): Promise<void> {
  return inBatch(flow, worker, document.batch_id, async batch => {
    const { tx } = batch
    const rubric = await batch.rubric()
    // What people key without seeing it stands with what was said of the document, and not among its values.
    const holds = typeOf(rubric, type)
    const twice = twiceFields(rubric, holds)
    const own = (holds?.fields ?? []).map(field => field.id)
    const fields = without(filled.fields, twice)
    const candidates = without(filled.candidates, twice)
    const missing = [...new Set([...filled.missing, ...twice])]
    const changed = await tx<{ fields: Record<string, FieldValue> }[]>`
      update documents
      set fields = ${json(tx, fields)} || entered.fields, missing = array(select unnest(${missing}::text[]) except select
        jsonb_object_keys(entered.fields)),
        candidates = ${json(tx, candidates)},
        lookups = ${json(tx, lookups)}, type = case when type_said then type else ${type} end,
        type_why = case when type_said then null else ${why} end, filled_at = now()
      from (select coalesce(jsonb_object_agg(key, value), '{}') as fields
        from documents as before, jsonb_each(before.fields)
        where before.id = ${document.id} and value->>'from' = 'person' and key = any(${own})) as entered
      where documents.id = ${document.id} and filled_at is null
      returning documents.fields`
    batch.documents.add(document.id)
    const [kept] = changed
    if (!kept) return
    await addEntry(tx, worker, document.id, { ...filled.fields, ...kept.fields })
    await refreshWords(tx, [document.id])
    await settle(batch)
  })
}

/** Once a batch's last document is filled: a person's turn comes, or files are made. */
export async function settle(batch: LockedBatch): Promise<void> {
  const { tx, queue, id } = batch
  const waiting = await tx`select 1 from documents where batch_id = ${id} and filled_at is null limit 1`
  if (waiting.length || (await unsorted(batch)) || !(await allExamined(batch))) return
  const { entry } = await batch.rubric()
  if (entry !== 'desk') {
    // Nobody enters anything at the desk, so only documents that lack a required value wait for a person.
    const complete = await tx<{ id: number }[]>`
      update documents set state = 'indexed', indexed_at = now()
      where batch_id = ${id} and state = 'open' and missing = '{}'
      returning id`
    if (await goesOnAtOnce(batch))
      await queue.sendAll(
        tx,
        'build',
        complete.map(document => ({ document: document.id })),
      )
  }
  await moveOn(batch)
}

/** Whether paper of a batch is still on its way into its documents: a page scanned again, pages added to one. */
async function unsorted({ tx, id }: LockedBatch): Promise<boolean> {
  const rows = await tx`
    select 1 where exists (select 1 from pages where batch_id = ${id} and fate is null)
      or exists (select 1 from loads where batch_id = ${id} and state in ('asked', 'scanning'))`
  return rows.length > 0
}

/**
 * Keeps what a person entered. Gives why nothing was kept: the document is no longer open, or it was to be confirmed
 * and is not whole; null where it was. Fields that are keyed twice are kept with it once two people agree, or a third decided.
 * @throws {DocumentLeased} where another person is at the document
 */
export function enterFields(flow: Flow, actor: PersonActing, document: DocumentRow, entry: Entry): Promise<string | null> {
  return inBatch(flow, actor, document.batch_id, async batch => {
    const { tx, queue } = batch
    const { confirm } = entry
    await refuseOthersAt(tx, actor, document.id)
    const rubric = await batch.rubric()
    const type = typeOf(rubric, document.type)
    const missing = missingFields(type, entry.fields)
    if (confirm && missing.length) return 'A required value is missing. Enter it, then confirm the document.'
    if (confirm && (await unsorted(batch)))
      return 'More pages are on their way into this batch. Wait until they are sorted, then confirm the document.'
    const [before] = await tx<{ fields: Record<string, FieldValue>; pass: Pass; edition: number }[]>`
      select fields, pass, edition from documents
      where id = ${document.id} and state = 'open' and filled_at is not null and (not ${confirm} or not ${readsDocuments(rubric)}
        or read_at is not null)`
    if (!before) return 'This document is no longer open, or its pages are still being read. Look at it again.'
    const typist = confirm && entry.named ? await typistBeside(tx, document.id, entry.named) : null
    if (typist) return `${typist} typed something on its card that is not kept yet. Open the document and keep it, then confirm it.`
    const turn = await takeTurn(
      batch,
      actor,
      document,
      { ...before, type, twice: before.edition > 1 ? [] : twiceFields(rubric, type) },
      entry,
    )
    if ('refused' in turn) return turn.refused
    await tx`update documents set fields = ${json(tx, turn.fields)}, missing = ${turn.missing ?? missing}, pass = ${turn.pass}
      where id = ${document.id}`
    await refreshWords(tx, [document.id])
    const [old, now] = await keepValues(tx, document.id, textsOf(before.fields), textsOf(turn.fields))
    await batch.note({ what: confirm ? 'confirm' : 'enter', document: document.id, old, new: now })
    if (confirm) {
      await dropDraft(tx, document.id)
      await endLease(tx, document.id, actor.person)
    } else {
      const ids = new Set([...Object.keys(before.fields), ...Object.keys(turn.fields)])
      const changed = [...ids].filter(id => before.fields[id]?.value !== turn.fields[id]?.value)
      await shortenDraft(tx, document.id, changed)
    }
    if (confirm && turn.whole) {
      await tx`update documents set state = 'indexed', indexed_by = ${actor.person}, indexed_at = now(), returned = null
        where id = ${document.id}`
      if (await goesOnAtOnce(batch)) await queue.send(tx, 'build', { document: document.id })
      // What a page that was turned shows is known once it is examined again; the batch is sorted then.
      if (batch.state !== 'sorting' || (await allExamined(batch))) await moveOn(batch)
    }
    return null
  })
}

const textsOf = (fields: Record<string, FieldValue>) => Object.fromEntries(Object.entries(fields).map(([id, { value }]) => [id, value]))
