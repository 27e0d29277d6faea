import { z } from 'zod'
import { differences, Difference, Expected, type CountedLoad } from '../../core/ledger/expected'
import type { Rubric } from '../../core/model/rubric'
import { sealed } from '../../core/split/sealed'
import type { SplitOutcome } from '../../core/split/types'
import type { Tx } from '../database'
import { settle } from '../documents/fill'
import type { Queue } from '../queue'
import { editsOf, outcomeOf, sidesOf, type Side } from './sides'
import { storeDocuments, storeFates } from './storeOutcome'

/**
 * Decides anew what each side of a batch is, from evidence and corrections, and stores it. Documents that stay keep
 * their row and their values. The batch's row must be locked.
 * @throws {Locked} where a document that a person confirmed would change
 */
export async function arrange(tx: Tx, queue: Queue, batch: number, rubric: Rubric): Promise<void> {
  const edits = await editsOf(tx, batch)
  const sides = await sidesOf(tx, batch, rubric, edits)
  const outcome = sealed(outcomeOf(sides, edits, rubric), await confirmedDocuments(tx, batch), await loosePages(tx, batch))
  const documents = await storeDocuments(tx, batch, outcome, new Map(sides.map(side => [side.page, side.id])))
  await storeFates(tx, batch, outcome, documents)
  const off = await compareWithExpected(tx, batch, sides, outcome)
  if (off || outcome.pages.some(page => page.asks)) {
    await tx`update batches set state = 'to fix' where id = ${batch}`
  } else if (outcome.documents.length === 0) {
    await tx`update batches set state = 'done' where id = ${batch}`
  } else {
    await tx`update batches set state = 'sorting' where id = ${batch}`
    await sendOn(tx, queue, batch, rubric)
    await settle(tx, queue, batch, rubric)
  }
}

/** The page numbers of each document that is confirmed, by its first page. */
async function confirmedDocuments(tx: Tx, batch: number): Promise<Map<number, number[]>> {
  const rows = await tx<{ pages: number[] }[]>`
    select (select jsonb_agg(position order by place) from pages where document_id = documents.id) as pages
    from documents
    where batch_id = ${batch} and state <> 'open'`
  return new Map(rows.map(({ pages }) => [pages[0]!, pages]))
}

async function loosePages(tx: Tx, batch: number): Promise<Set<number>> {
  const rows = await tx<{ position: number }[]>`select position from pages where batch_id = ${batch} and document_id is null`
  return new Set(rows.map(row => row.position))
}

/** Keeps where expected and found differ; whether anything of it was not let pass by a person. */
async function compareWithExpected(tx: Tx, batch: number, sides: readonly Side[], outcome: SplitOutcome): Promise<boolean> {
  const [row] = await tx<{ expected: unknown, accepted: unknown }[]>`select expected, accepted from batches where id = ${batch}`
  const loads = await tx<{ id: number, sheets_counted: number | null }[]>`select id, sheets_counted from loads where batch_id = ${batch} and replaces is null order by id`
  const fed = sides.filter(side => side.out === null)
  const counted = loads.map((load): CountedLoad => {
    const own = fed.filter(side => side.load === load.id)
    return { load: load.id, counted: load.sheets_counted, sheets: new Set(own.map(side => side.sheet)).size, firstPage: own[0]?.page ?? null }
  })
  const found = differences(Expected.parse(row?.expected ?? {}), counted, outcome.documents.map(document => ({ ...document, value: document.barcode.value ?? null })))
  const accepted = z.array(Difference).parse(row?.accepted ?? [])
  const open = found.some(one => !accepted.some(other => other.words === one.words))
  await tx`update batches set differences = ${tx.json(found as never)} where id = ${batch}`
  return open
}

/** Asks for reading, or filling, of every open document that lacks it. */
async function sendOn(tx: Tx, queue: Queue, batch: number, rubric: Rubric): Promise<void> {
  if (rubric.read.ocr) {
    await tx`
      update documents set read_at = null
      where batch_id = ${batch} and state = 'open' and read_at is not null
        and exists (select 1 from pages where document_id = documents.id and words is null)`
  }
  const open = await tx<{ id: number, step: 'read' | 'fill' }[]>`
    select id, case when ${rubric.read.ocr} and read_at is null then 'read' else 'fill' end as step
    from documents
    where batch_id = ${batch} and state = 'open' and (filled_at is null or (${rubric.read.ocr} and read_at is null))
    order by position`
  await queue.sendDocuments(tx, open)
}
