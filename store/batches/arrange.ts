import { z } from 'zod'
import { Edit } from '../../core/model/edit'
import { Answer, PageEvidence, Word } from '../../core/model/evidence'
import type { Rubric } from '../../core/model/rubric'
import { correct } from '../../core/split/correct'
import { splitPages } from '../../core/split/split'
import { readsBeforeSplitting } from '../../core/split/textRule'
import type { SplitDocument, SplitOutcome, SplitPage } from '../../core/split/types'
import type { Tx } from '../database'
import { settle } from '../documents/fill'
import type { Queue } from '../queue'

/** A correction cannot be made because a document that it touches has gone on. */
export class Locked extends Error {}

/** A side as splitting sees it, and its identity. */
type Side = SplitPage & { id: number, out: string | null }

/**
 * Decides anew what each side of a batch is, from evidence, answers and corrections, and stores it. Documents that
 * stay keep their row and their values. The batch's row must be locked.
 * @throws {Locked} where a document that a person confirmed would change
 */
export async function arrange(tx: Tx, queue: Queue, batch: number, rubric: Rubric): Promise<void> {
  const sides = await sidesOf(tx, batch, readsBeforeSplitting(rubric))
  const identities = new Map(sides.map(side => [side.page, side.id]))
  const outcome = correct(withThoseOut(splitPages(sides.filter(side => side.out === null), rubric), sides), await editsOf(tx, batch), identities, rubric)
  const asks = outcome.pages.some(page => page.asks)
  const documents = await storeDocuments(tx, batch, outcome, identities)
  await storeFates(tx, batch, outcome, documents)
  if (asks) {
    await tx`update batches set state = 'to fix' where id = ${batch}`
  } else if (outcome.documents.length === 0) {
    await tx`update batches set state = 'done' where id = ${batch}`
  } else {
    await tx`update batches set state = 'sorting' where id = ${batch}`
    await sendOn(tx, queue, batch, rubric)
    await settle(tx, queue, batch, rubric)
  }
}

/** A batch's sides in the order in which they were scanned; one that was scanned again stands where the first one stood. */
async function sidesOf(tx: Tx, batch: number, withWords: boolean): Promise<Side[]> {
  const rows = await tx<{ id: number, position: number, sheet: number, side: 'front' | 'back', evidence: unknown, trouble: string | null, words: unknown, answer: unknown, replaced_by: number | null, dropped: string | null }[]>`
    select pages.id, pages.position, pages.sheet, pages.side, pages.evidence, pages.trouble, pages.answer,
      case when ${withWords} then pages.words end as words,
      (select max(position) from pages as newer where newer.replaces = pages.id) as replaced_by,
      coalesce(dropped, case when exists (select 1 from loads where loads.id = load_id and loads.dropped) then 'Dropped: its load was cancelled, and what was scanned was not wanted.' end) as dropped
    from pages
    where pages.batch_id = ${batch}
    order by coalesce(pages.stands_at, pages.position), pages.position`
  return rows.map(row => ({
    id: row.id,
    page: row.position,
    sheet: row.sheet,
    side: row.side,
    evidence: row.evidence === null ? null : PageEvidence.parse(row.evidence),
    trouble: row.trouble,
    words: row.words === null ? null : z.array(Word).parse(row.words),
    answer: row.answer === null ? null : Answer.parse(row.answer),
    out: row.dropped ?? (row.replaced_by === null ? null : `Scanned again: page ${row.replaced_by} stands in its place.`),
  }))
}

/** Sides that count for nothing stay on the ribbon, set aside: scanned again, or dropped while they were scanned. */
function withThoseOut(outcome: SplitOutcome, sides: readonly Side[]): SplitOutcome {
  const decided = new Map(outcome.pages.map(page => [page.page, page]))
  return {
    ...outcome,
    pages: sides.map(side => decided.get(side.page) ?? {
      page: side.page, fate: 'separator', why: side.out ?? '', document: null, heading: false, asks: false,
    }),
  }
}

/** Corrections that hold, in the order in which they were made. */
export async function editsOf(tx: Tx, batch: number): Promise<Edit[]> {
  const rows = await tx<{ edit: unknown }[]>`select edit from corrections where batch_id = ${batch} and not undone order by id`
  return rows.map(row => Edit.parse(row.edit))
}

interface Known { id: number, position: number, type: string | null, state: string, kept: boolean, pages: number[] }

/** Stores the documents and gives their identities by number. One whose first page stays, with what was read or entered, keeps its row. */
async function storeDocuments(tx: Tx, batch: number, outcome: SplitOutcome, identities: ReadonlyMap<number, number>): Promise<Map<number, number>> {
  const known = await tx<Known[]>`
    select id, position, type, state, (read_at is not null or filled_at is not null) as kept,
      (select coalesce(jsonb_agg(pages.id order by place), '[]') from pages where document_id = documents.id) as pages
    from documents
    where batch_id = ${batch}`
  const pagesIn = (document: SplitDocument) => document.pages.map(page => identities.get(page)!)
  const staying = new Map<number, Known>()
  for (const document of outcome.documents) {
    const pages = pagesIn(document)
    const row = known.find(one => one.kept && one.pages[0] === pages[0] && one.type === document.type)
    if (!row) continue
    staying.set(document.document, row)
  }
  const stay = new Set([...staying.values()].map(row => row.id))
  for (const row of known.filter(one => one.state !== 'open')) {
    const document = outcome.documents.find(one => staying.get(one.document) === row)
    if (!document || pagesIn(document).join() !== row.pages.join()) {
      throw new Locked(`Document ${row.position} is confirmed already and is being filed, so its pages stay as they are.`)
    }
  }
  await tx`delete from documents where batch_id = ${batch} and id <> all(${[...stay]})`
  // Out of each other's way first: a position is unique in its batch.
  await tx`update documents set position = position + 1000000 where batch_id = ${batch}`
  const ids = new Map<number, number>()
  for (const document of outcome.documents) {
    const row = staying.get(document.document)
    if (row) {
      await tx`update documents set position = ${document.document}, barcode = ${tx.json(document.barcode)} where id = ${row.id}`
      ids.set(document.document, row.id)
    } else {
      const [added] = await tx<{ id: number }[]>`
        insert into documents (batch_id, position, type, barcode)
        values (${batch}, ${document.document}, ${document.type}, ${tx.json(document.barcode)})
        returning id`
      ids.set(document.document, added!.id)
    }
  }
  return ids
}

async function storeFates(tx: Tx, batch: number, outcome: SplitOutcome, documents: ReadonlyMap<number, number>): Promise<void> {
  const rows = outcome.pages.map((page, at) => ({
    position: page.page, place: at + 1, fate: page.fate, why: page.why, heading: page.heading, asks: page.asks,
    document_id: page.document === null ? null : documents.get(page.document) ?? null,
  }))
  await tx`
    update pages
    set fate = found.fate, why = found.why, heading = found.heading, asks = found.asks, document_id = found.document_id, place = found.place
    from jsonb_to_recordset(${tx.json(rows)}) as found (position int, place int, fate text, why text, heading boolean, asks boolean, document_id bigint)
    where pages.batch_id = ${batch} and pages.position = found.position`
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
  for (const { id, step } of open) await queue.send(tx, step, { document: id })
}
