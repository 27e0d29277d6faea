import { z } from 'zod'
import { missingFields, type Filled } from '../../core/index/fill'
import { Word } from '../../core/model/evidence'
import type { FieldValue } from '../../core/model/ledger'
import type { LookupAnswers } from '../../core/model/lookup'
import { typeOf, type Rubric } from '../../core/model/rubric'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import { rubricOfBatch } from '../setup/rubrics'
import type { DocumentRow } from './read'

/** What filling a document needs to know. */
export async function documentToFill(tx: Tx, document: number) {
  const [row] = await tx<{ type: string | null, barcode: unknown, given: unknown }[]>`
    select type, barcode, given
    from documents
    join batches on batches.id = documents.batch_id
    where documents.id = ${document}`
  const pages = await tx<{ words: unknown }[]>`select words from pages where document_id = ${document} order by place`
  return {
    type: row?.type ?? null,
    barcode: z.record(z.string(), z.string()).parse(row?.barcode ?? {}),
    given: z.record(z.string(), z.string()).parse(row?.given ?? {}),
    pages: pages.map(page => z.array(Word).parse(page.words ?? [])),
  }
}

/** Keeps a document's values, those that a person entered before them, and what business records answered, once; when the batch's last is filled, a person's turn comes or files are made. */
export async function documentFilled(sql: Sql, queue: Queue, document: DocumentRow, { fields, missing }: Filled, lookups: LookupAnswers): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${document.batch_id} for update`
    const changed = await tx`
      update documents
      set fields = ${tx.json(fields)} || entered.fields, missing = array(select unnest(${missing}::text[]) except select jsonb_object_keys(entered.fields)),
        lookups = ${tx.json(lookups)}, filled_at = now()
      from (select coalesce(jsonb_object_agg(key, value), '{}') as fields
        from documents as before, jsonb_each(before.fields)
        where before.id = ${document.id} and value->>'from' = 'person') as entered
      where documents.id = ${document.id} and filled_at is null
      returning documents.id`
    if (!changed.length) return
    await settle(tx, queue, document.batch_id, await rubricOfBatch(tx, document.batch_id))
    await tell(tx, { about: 'batch', batch: document.batch_id })
  })
}

/** Once a batch's last document is filled: a person's turn comes, or files are made. The batch's row must be locked. */
export async function settle(tx: Tx, queue: Queue, batch: number, rubric: Rubric): Promise<void> {
  const waiting = await tx`select 1 from documents where batch_id = ${batch} and filled_at is null limit 1`
  if (waiting.length || await unsorted(tx, batch)) return
  if (rubric.entry !== 'desk') {
    // Nobody enters anything at the desk, so only documents that lack a required value wait for a person.
    const complete = await tx<{ id: number }[]>`
      update documents set state = 'indexed', indexed_at = now()
      where batch_id = ${batch} and state = 'open' and missing = '{}'
      returning id`
    await queue.sendAll(tx, 'build', complete.map(({ id }) => ({ document: id })))
  }
  await moveAfterIndexing(tx, batch)
}

/** Whether paper of a batch is still on its way into its documents: a page scanned again, pages added to one. */
async function unsorted(tx: Tx, batch: number): Promise<boolean> {
  const rows = await tx`
    select 1 where exists (select 1 from pages where batch_id = ${batch} and fate is null)
      or exists (select 1 from loads where batch_id = ${batch} and state in ('asked', 'scanning'))`
  return rows.length > 0
}

/** 'to index' while a document is open, 'sending' once none is. */
async function moveAfterIndexing(tx: Tx, batch: number): Promise<void> {
  await tx`
    update batches
    set state = case
      when exists (select 1 from documents where batch_id = ${batch} and state = 'open') then 'to index'
      else 'sending' end
    where id = ${batch} and state in ('sorting', 'to index')`
}

/**
 * Keeps what a person entered. With `confirm` the document is indexed and its files are made.
 * Gives why nothing was kept: the document is no longer open, or it was to be confirmed and is not whole; null where it was.
 */
export async function enterFields(sql: Sql, queue: Queue, document: DocumentRow, fields: Record<string, FieldValue>, person: string, confirm: boolean): Promise<string | null> {
  return sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${document.batch_id} for update`
    const rubric = await rubricOfBatch(tx, document.batch_id)
    const missing = missingFields(typeOf(rubric, document.type), fields)
    if (confirm && missing.length) return 'A required value is missing. Enter it, then confirm the document.'
    if (confirm && await unsorted(tx, document.batch_id)) return 'More pages are on their way into this batch. Wait until they are sorted, then confirm the document.'
    const changed = await tx`
      update documents
      set fields = ${tx.json(fields)}, missing = ${missing}
      where id = ${document.id} and state = 'open' and filled_at is not null and (not ${confirm} or not ${rubric.read.ocr} or read_at is not null)
      returning id`
    if (!changed.length) return 'This document is no longer open, or its pages are still being read. Look at it again.'
    if (confirm) {
      await tx`update documents set state = 'indexed', indexed_by = ${person}, indexed_at = now() where id = ${document.id}`
      await queue.send(tx, 'build', { document: document.id })
      await moveAfterIndexing(tx, document.batch_id)
    }
    await tell(tx, { about: 'batch', batch: document.batch_id })
    return null
  })
}
