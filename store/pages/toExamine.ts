import type { ByHand } from '../../core/model/redaction'
import type { Sql } from '../database'

export interface PageToExamine {
  id: number
  batch_id: number
  position: number
  side: 'front' | 'back'
  blob: string
  source_page: number
  half: 'left' | 'right' | null
  turned: 0 | 90 | 180 | 270
  redacted: ByHand | null
  done: boolean
  behind: { blob: string; page: number } | null
}

export async function pageToExamine(sql: Sql, id: number): Promise<PageToExamine | null> {
  const [row] = await sql<PageToExamine[]>`
    select id, batch_id, position, side, blob, source_page, half, turned, redacted, (evidence is not null or trouble is not null) as done,
      (select jsonb_build_object('blob', other.blob, 'page', other.source_page)
        from pages as other
        where other.load_id = pages.load_id and other.sheet = pages.sheet and other.side <> pages.side and pages.side = 'back'
          and pages.half is null and other.half is null and other.blob is not null
        limit 1) as behind
    from pages where id = ${id}`
  return row ?? null
}

export type PageToPreview = Pick<PageToExamine, 'blob' | 'side' | 'half' | 'turned' | 'redacted'> & { page: number }

/** Where a side's file is, to look at it under another rubric; null where it has none. */
export async function pageToPreview(sql: Sql, id: number): Promise<PageToPreview | null> {
  const [row] = await sql<PageToPreview[]>`
    select blob, source_page as page, side, half, turned, redacted from pages where id = ${id} and blob is not null`
  return row ?? null
}

/** The first pages of a batch's first document of which the scanned bytes are there; null where it has none. */
export async function firstPagesOf(
  sql: Sql,
  batch: number,
  most: number,
): Promise<{ document: number; position: number; type: string | null; pages: PageToPreview[] } | null> {
  const pages = await sql<(PageToPreview & { document: number; number: number; type: string | null })[]>`
    select document_id as document, documents.position as number, documents.type,
      blob, source_page as page, side, half, pages.turned, redacted
    from pages
    join documents on documents.id = document_id
    where document_id = (
      select document_id from pages join documents on documents.id = document_id
      where pages.batch_id = ${batch} and blob is not null
      order by documents.position
      limit 1)
      and blob is not null
    order by page_order
    limit ${most}`
  const [first] = pages
  return first ? { document: first.document, position: first.number, type: first.type, pages } : null
}
