import type { Question } from '../../shared/views/pages'
import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'
import { visibleTo } from '../people/rights'

/** A page that asks, as it is stored: what was seen and read on it, and which side it is. */
export type StoredQuestion = Omit<Question, 'patterns' | 'expects' | 'candidates'> & {
  unread: unknown
  values: string[]
  side: 'front' | 'back'
}

/** Pages that ask a person, of one batch or of all that they may see, the longest waiting batch first; and how many there are. */
export async function listQuestions(
  sql: Sql,
  person: Person,
  batch: number | null,
  most: number,
): Promise<{ questions: StoredQuestion[]; count: number }> {
  const mine = sql`
    pages.asks and batches.state = 'to fix' and ${visibleTo(sql, person)}
    and (${batch}::bigint is null or batches.id = ${batch}::bigint)`
  const questions = await sql<StoredQuestion[]>`
    select pages.id, pages.position, pages.why, batches.id as batch, batches.name as "batchName",
      coalesce(rubric_versions.body->'scan'->>'source', 'feeder') as source, left(thumbnail_blob, 8) as picture,
      (evidence->>'widthPx')::int as "widthPx", (evidence->>'heightPx')::int as "heightPx", (evidence->>'dpi')::float as dpi,
      coalesce(evidence->'unread'->0, evidence->'codes'->0) as spot,
      evidence->'unread' as unread, pages.side,
      coalesce((select jsonb_agg(code->>'value') from jsonb_array_elements(evidence->'codes') as code), '[]') as values,
      (select documents.barcode->>'value'
        from pages as earlier
        join documents on documents.id = earlier.document_id
        where earlier.batch_id = pages.batch_id and earlier.page_order < pages.page_order and documents.barcode->>'value' is not null
        order by earlier.page_order desc
        limit 1) as "lastValue"
    from pages
    join batches on batches.id = pages.batch_id
    join rubric_versions on rubric_versions.rubric_id = batches.rubric_id and rubric_versions.version = batches.rubric_version
    where ${mine}
    order by batches.id, pages.page_order
    limit ${most}`
  const [row] = await sql<
    { count: number }[]
  >`select count(*)::int as count from pages join batches on batches.id = pages.batch_id where ${mine}`
  return { questions, count: row?.count ?? 0 }
}
