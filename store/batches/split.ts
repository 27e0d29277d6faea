import { z } from 'zod'
import type { Rubric } from '../../core/model/rubric'
import { Answer, PageEvidence, Word } from '../../core/model/evidence'
import { readsBeforeSplitting } from '../../core/split/textRule'
import { splitPages } from '../../core/split/split'
import type { SplitOutcome, SplitPage } from '../../core/split/types'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import { rubricOfBatch } from '../setup/rubrics'

/**
 * Splits a batch from its stored evidence and answers, and sends its documents on, or lands it before a person.
 * Does nothing where the batch is no longer sorting, so it may run twice.
 */
export async function splitBatch(sql: Sql, queue: Queue, batch: number): Promise<void> {
  await sql.begin(async (tx) => {
    const sorting = await tx`select 1 from batches where id = ${batch} and state = 'sorting' for update`
    if (!sorting.length) return
    const begun = await tx`select 1 from documents where batch_id = ${batch} and read_at is not null limit 1`
    if (begun.length) return
    const rubric = await rubricOfBatch(tx, batch)
    const outcome = splitPages(await evidenceOf(tx, batch, readsBeforeSplitting(rubric)), rubric)
    const documents = await storeDocuments(tx, batch, outcome)
    await storeFates(tx, batch, outcome, documents)

    if (outcome.pages.some(page => page.asks)) {
      await tx`update batches set state = 'to fix' where id = ${batch}`
    } else if (documents.size === 0) {
      await tx`update batches set state = 'done' where id = ${batch}`
    } else {
      await sendOn(tx, queue, rubric, [...documents.values()])
    }
    await tell(tx, { about: 'batch', batch })
  })
}

/** A batch's sides as splitting sees them, in reading order. */
async function evidenceOf(tx: Tx, batch: number, withWords: boolean): Promise<SplitPage[]> {
  const rows = await tx<{ position: number, sheet: number, side: 'front' | 'back', evidence: unknown, trouble: string | null, words: unknown, answer: unknown }[]>`
    select position, sheet, side, evidence, trouble, answer, case when ${withWords} then words end as words
    from pages
    where batch_id = ${batch}
    order by position`
  return rows.map(row => ({
    page: row.position,
    sheet: row.sheet,
    side: row.side,
    evidence: row.evidence === null ? null : PageEvidence.parse(row.evidence),
    trouble: row.trouble,
    words: row.words === null ? null : z.array(Word).parse(row.words),
    answer: row.answer === null ? null : Answer.parse(row.answer),
  }))
}

/** Stores the documents anew and gives their identities by number. */
async function storeDocuments(tx: Tx, batch: number, outcome: SplitOutcome): Promise<Map<number, number>> {
  await tx`delete from documents where batch_id = ${batch}`
  const ids = new Map<number, number>()
  for (const document of outcome.documents) {
    const [row] = await tx<{ id: number }[]>`
      insert into documents (batch_id, position, type, barcode)
      values (${batch}, ${document.document}, ${document.type}, ${tx.json(document.barcode)})
      returning id`
    ids.set(document.document, row!.id)
  }
  return ids
}

async function storeFates(tx: Tx, batch: number, outcome: SplitOutcome, documents: ReadonlyMap<number, number>): Promise<void> {
  const rows = outcome.pages.map(page => ({
    position: page.page, fate: page.fate, why: page.why, heading: page.heading, asks: page.asks,
    document_id: page.document === null ? null : documents.get(page.document) ?? null,
  }))
  await tx`
    update pages
    set fate = found.fate, why = found.why, heading = found.heading, asks = found.asks, document_id = found.document_id
    from jsonb_to_recordset(${tx.json(rows)}) as found (position int, fate text, why text, heading boolean, asks boolean, document_id bigint)
    where pages.batch_id = ${batch} and pages.position = found.position`
}

async function sendOn(tx: Tx, queue: Queue, rubric: Rubric, documents: number[]): Promise<void> {
  for (const document of documents) await queue.send(tx, rubric.read.ocr ? 'read' : 'fill', { document })
}
