import { Answer } from '../../core/model/evidence'
import type { Person, Question } from '../../core/model/views'
import { seesAll } from '../batches/list'
import type { Sql } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

/** Keeps what a person says of a page that asks, and has the batch split again. False where the page does not ask. */
export async function answerPage(sql: Sql, queue: Queue, page: { id: number, batch: number }, answer: Answer, person: string): Promise<boolean> {
  return sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${page.batch} for update`
    const changed = await tx`
      update pages
      set answer = ${tx.json(answer)}, answered_by = ${person}, answered_at = now(), asks = false
      where id = ${page.id} and batch_id = ${page.batch} and asks
      returning id`
    if (!changed.length) return false
    // The rest of the questions may be answered meanwhile; the last answer sends the batch on.
    const open = await tx`select 1 from pages where batch_id = ${page.batch} and asks limit 1`
    if (!open.length) {
      await tx`update batches set state = 'sorting' where id = ${page.batch} and state = 'to fix'`
      await queue.send(tx, 'split', { batch: page.batch })
    }
    await tell(tx, { about: 'batch', batch: page.batch })
    return true
  })
}

/** Pages that ask a person, of one batch or of all that they may see, the longest waiting batch first; and how many there are. */
export async function listQuestions(sql: Sql, person: Person, batch: number | null, most: number): Promise<{ questions: Question[], count: number }> {
  const mine = sql`
    pages.asks and batches.state = 'to fix' and (${seesAll(person)} or batches.owner = ${person.id})
    and (${batch}::bigint is null or batches.id = ${batch}::bigint)`
  const questions = await sql<Question[]>`
    select pages.id, pages.position, pages.why, batches.id as batch, batches.name as "batchName", coalesce(rubric_versions.body->'scan'->>'source', 'feeder') as source, left(thumbnail_blob, 8) as picture,
      (evidence->>'widthPx')::int as "widthPx", (evidence->>'heightPx')::int as "heightPx", (evidence->>'dpi')::float as dpi,
      coalesce(evidence->'unread'->0, evidence->'codes'->0) as spot,
      (select coalesce(earlier.answer->>'value', documents.barcode->>'value')
        from pages as earlier
        left join documents on documents.id = earlier.document_id
        where earlier.batch_id = pages.batch_id and earlier.place < pages.place
          and coalesce(earlier.answer->>'value', documents.barcode->>'value') is not null
        order by earlier.place desc
        limit 1) as "lastValue"
    from pages
    join batches on batches.id = pages.batch_id
    join rubric_versions on rubric_versions.rubric_id = batches.rubric_id and rubric_versions.version = batches.rubric_version
    where ${mine}
    order by batches.id, pages.place
    limit ${most}`
  const [row] = await sql<{ count: number }[]>`select count(*)::int as count from pages join batches on batches.id = pages.batch_id where ${mine}`
  return { questions, count: row?.count ?? 0 }
}
