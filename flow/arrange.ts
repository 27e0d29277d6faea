import { readsDocuments } from '../core/fields/recognise'
import { z } from 'zod'
import { differences, Difference, Expected, type CountedLoad } from '../core/ledger/expected'
import { sealed } from '../core/split/sealed'
import type { SplitOutcome } from '../core/split/types'
import { json, type Tx } from '../store/database'
import { settle } from './fill'
import type { LockedBatch } from './inBatch'
import { editsOf, outcomeOf, sidesOf, type Side } from './sides'
import { storeDocuments, storeFates } from './storeOutcome'

/**
 * Decides anew what each side of a batch is, from evidence and corrections, and stores it. Documents that stay keep
 * their row and their values.
 * @throws {Locked} where a document that a person confirmed would change
 */
export async function arrange(locked: LockedBatch): Promise<void> {
  const { tx, id: batch } = locked
  const rubric = await locked.rubric()
  const edits = await editsOf(tx, batch)
  const sides = await sidesOf(tx, batch, rubric, edits)
  const outcome = sealed(outcomeOf(sides, edits, rubric), await confirmedDocuments(tx, batch), await loosePages(tx, batch))
  const documents = await storeDocuments(tx, batch, outcome, new Map(sides.map(side => [side.page, side.id])))
  await storeFates(tx, batch, outcome, documents)
  const off = await compareWithExpected(tx, batch, sides, outcome)
  if (off || outcome.pages.some(page => page.asks)) return locked.move('arrange', 'to fix')
  if (outcome.documents.length === 0) return locked.move('arrange', 'done')
  await locked.move('arrange', 'sorting')
  await sendOn(locked)
  await settle(locked)
}

/** The page numbers of each document that is confirmed, by its first page. */
async function confirmedDocuments(tx: Tx, batch: number): Promise<Map<number, number[]>> {
  const rows = await tx<{ pages: number[] }[]>`
    select (select jsonb_agg(position order by page_order) from pages where document_id = documents.id) as pages
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
  const [row] = await tx<{ expected: unknown; accepted: unknown }[]>`select expected, accepted from batches where id = ${batch}`
  const loads = await tx<
    { id: number; sheets_counted: number | null }[]
  >`select id, sheets_counted from loads where batch_id = ${batch} and replaces is null order by id`
  const fed = sides.filter(side => side.out === null)
  const counted = loads.map((load): CountedLoad => {
    const own = fed.filter(side => side.load === load.id)
    return {
      load: load.id,
      counted: load.sheets_counted,
      sheets: new Set(own.map(side => side.sheet)).size,
      firstPage: own[0]?.page ?? null,
    }
  })
  const found = differences(
    Expected.parse(row?.expected ?? {}),
    counted,
    outcome.documents.map(document => ({ ...document, value: document.barcode.value ?? null })),
  )
  const accepted = z.array(Difference).parse(row?.accepted ?? [])
  const open = found.some(one => !accepted.some(other => other.words === one.words))
  await tx`update batches set differences = ${json(tx, found)} where id = ${batch}`
  return open
}

/** Asks for reading, or filling, of every open document that lacks it. */
async function sendOn(locked: LockedBatch): Promise<void> {
  const { tx, id: batch } = locked
  const reads = readsDocuments(await locked.rubric())
  if (reads) {
    await tx`
      update documents set read_at = null
      where batch_id = ${batch} and state = 'open' and read_at is not null
        and exists (select 1 from pages where document_id = documents.id and pages.read_at is null)`
  }
  const open = await tx<{ id: number; step: 'read' | 'fill' }[]>`
    select id, case when ${reads} and read_at is null then 'read' else 'fill' end as step
    from documents
    where batch_id = ${batch} and state = 'open' and (filled_at is null or (${reads} and read_at is null))
    order by position`
  await locked.queue.sendDocuments(tx, open)
}
