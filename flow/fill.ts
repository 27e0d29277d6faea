import { missingFields, type Filled } from '../core/fields/fill'
import { readsDocuments } from '../core/fields/recognise'
import { worker, type PersonActing } from '../core/model/actor'
import type { FieldValue } from '../core/model/ledger'
import type { LookupAnswers } from '../core/model/lookup'
import { typeOf } from '../core/model/rubric'
import { json } from '../store/database'
import { addEntry } from '../store/documents/entries'
import type { DocumentRow } from '../store/documents/read'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/**
 * Keeps a document's type, where no rule said it, its values, those that a person entered before them, and what business
 * records answered, once; when the batch's last is filled, a person's turn comes or files are made.
 */
export function documentFilled(
  flow: Flow,
  document: DocumentRow,
  type: string | null,
  { fields, candidates, missing }: Filled,
  lookups: LookupAnswers,
): Promise<void> {
  return inBatch(flow, worker, document.batch_id, async batch => {
    const { tx } = batch
    const changed = await tx<{ fields: Record<string, FieldValue> }[]>`
      update documents
      set fields = ${json(tx, fields)} || entered.fields, missing = array(select unnest(${missing}::text[]) except select
        jsonb_object_keys(entered.fields)),
        candidates = ${json(tx, candidates)},
        lookups = ${json(tx, lookups)}, type = case when type_said then type else ${type} end, filled_at = now()
      from (select coalesce(jsonb_object_agg(key, value), '{}') as fields
        from documents as before, jsonb_each(before.fields)
        where before.id = ${document.id} and value->>'from' = 'person') as entered
      where documents.id = ${document.id} and filled_at is null
      returning documents.fields`
    batch.documents.add(document.id)
    const [kept] = changed
    if (!kept) return
    await addEntry(tx, worker, document.id, kept.fields)
    await settle(batch)
  })
}

/** Once a batch's last document is filled: a person's turn comes, or files are made. */
export async function settle(batch: LockedBatch): Promise<void> {
  const { tx, queue, id } = batch
  const waiting = await tx`select 1 from documents where batch_id = ${id} and filled_at is null limit 1`
  if (waiting.length || (await unsorted(batch))) return
  const { entry } = await batch.rubric()
  if (entry !== 'desk') {
    // Nobody enters anything at the desk, so only documents that lack a required value wait for a person.
    const complete = await tx<{ id: number }[]>`
      update documents set state = 'indexed', indexed_at = now()
      where batch_id = ${id} and state = 'open' and missing = '{}'
      returning id`
    await queue.sendAll(
      tx,
      'build',
      complete.map(document => ({ document: document.id })),
    )
  }
  await moveAfterIndexing(batch)
}

/** Whether paper of a batch is still on its way into its documents: a page scanned again, pages added to one. */
async function unsorted({ tx, id }: LockedBatch): Promise<boolean> {
  const rows = await tx`
    select 1 where exists (select 1 from pages where batch_id = ${id} and fate is null)
      or exists (select 1 from loads where batch_id = ${id} and state in ('asked', 'scanning'))`
  return rows.length > 0
}

/** 'to index' while a document is open, 'sending' once none is. */
async function moveAfterIndexing(batch: LockedBatch): Promise<void> {
  if (!batch.may('settle')) return
  const open = await batch.tx`select 1 from documents where batch_id = ${batch.id} and state = 'open' limit 1`
  await batch.move('settle', open.length ? 'to index' : 'sending')
}

/** What a person entered for a document; with `confirm` it is indexed and its files are made. */
export interface Entry {
  fields: Record<string, FieldValue>
  confirm: boolean
}

/**
 * Keeps what a person entered. Gives why nothing was kept: the document is no longer open, or it was to be confirmed
 * and is not whole; null where it was.
 */
export function enterFields(flow: Flow, actor: PersonActing, document: DocumentRow, { fields, confirm }: Entry): Promise<string | null> {
  return inBatch(flow, actor, document.batch_id, async batch => {
    const { tx, queue } = batch
    const rubric = await batch.rubric()
    const missing = missingFields(typeOf(rubric, document.type), fields)
    if (confirm && missing.length) return 'A required value is missing. Enter it, then confirm the document.'
    if (confirm && (await unsorted(batch)))
      return 'More pages are on their way into this batch. Wait until they are sorted, then confirm the document.'
    const [changed] = await tx<{ before: Record<string, FieldValue> }[]>`
      update documents
      set fields = ${json(tx, fields)}, missing = ${missing}
      from (select fields from documents where id = ${document.id}) as before
      where id = ${document.id} and state = 'open' and filled_at is not null and (not ${confirm} or not ${readsDocuments(rubric)}
        or read_at is not null)
      returning before.fields as before`
    if (!changed) return 'This document is no longer open, or its pages are still being read. Look at it again.'
    await addEntry(tx, actor, document.id, fields)
    await batch.note({ what: confirm ? 'confirm' : 'enter', document: document.id, old: textsOf(changed.before), new: textsOf(fields) })
    if (confirm) {
      await tx`update documents set state = 'indexed', indexed_by = ${actor.person}, indexed_at = now() where id = ${document.id}`
      await queue.send(tx, 'build', { document: document.id })
      await moveAfterIndexing(batch)
    }
    return null
  })
}

const textsOf = (fields: Record<string, FieldValue>) => Object.fromEntries(Object.entries(fields).map(([id, { value }]) => [id, value]))
