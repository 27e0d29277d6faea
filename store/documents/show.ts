import type { DocumentDetail, FileOfDocument, PageOfDocument } from '../../shared/views/documents'
import type { Sql } from '../database'

export async function showDocument(sql: Sql, id: number): Promise<DocumentDetail | null> {
  const [row] = await sql<DocumentDetail[]>`
    select documents.id, batch_id as batch, position, type, state, filled_at is not null as filled, fields, candidates, missing, lookups,
      edition, pass, drawn, case when type_said then null else type_why end as "typeWhy",
      returned || jsonb_build_object('by', (select name from people where people.id::text = returned->>'by')) as returned,
      exists (select 1 from batches where id = batch_id and protected and not choices ? 'protect') as "needsCode",
      people.name as "indexedBy", indexed_at as "indexedAt",
      not exists (select 1 from pages where document_id = documents.id and pages.read_at is null) as read
    from documents
    left join people on people.id = documents.indexed_by
    where documents.id = ${id}`
  return row ?? null
}

export function pagesOfDocument(sql: Sql, document: number): Promise<PageOfDocument[]> {
  return sql<PageOfDocument[]>`
    select id, left(thumbnail_blob, 8) as picture, position, sheet, side, (evidence->>'widthPx')::int as "widthPx",
      (evidence->>'heightPx')::int as "heightPx", (evidence->>'dpi')::float as dpi, why,
      jsonb_array_length(coalesce(evidence->'redactions', '[]')) as black, colour, born_digital as "bornDigital",
      (evidence->>'skewDeg')::float as "skewDeg", (evidence->>'contrast')::float as contrast, evidence->'cut' as cut
    from pages
    where document_id = ${document}
    order by page_order`
}

export function filesOfDocument(sql: Sql, document: number): Promise<FileOfDocument[]> {
  return sql<FileOfDocument[]>`
    select id, name, media_type as "mediaType", bytes, sha256, edition from files where document_id = ${document} order by edition desc, id`
}

export interface FileToSend {
  name: string
  mediaType: string
  sha256: string
  batch: number
  document: number
}

/** A file's blob and the batch that decides who may have it. */
export async function findFile(sql: Sql, id: number): Promise<FileToSend | null> {
  const [row] = await sql<FileToSend[]>`
    select name, media_type as "mediaType", sha256, batch_id as batch, document_id as document
    from files
    join documents on documents.id = document_id
    where files.id = ${id}`
  return row ?? null
}

/** `blob` is what was scanned, `page_blob` what examining made of it, `reading_blob` what it reads best by. */
export interface PageImages {
  batch: number
  blob: string | null
  source_page: number
  page_blob: string | null
  reading_blob: string | null
  thumbnail_blob: string | null
  dpi: number | null
  /** Something on it is blacked out. */
  black: boolean
}

/** A page's images and the batch that decides who may see them. */
export async function findPageImages(sql: Sql, id: number): Promise<PageImages | null> {
  const [row] = await sql<PageImages[]>`
    select batch_id as batch, blob, source_page, page_blob, reading_blob, thumbnail_blob, (evidence->>'dpi')::float as dpi,
      coalesce(evidence ? 'redactions', redacted is not null) as black
    from pages where id = ${id}`
  return row ?? null
}

export async function countDocuments(sql: Sql, batch: number): Promise<number> {
  const [row] = await sql<{ count: number }[]>`select count(*)::int as count from documents where batch_id = ${batch}`
  return row?.count ?? 0
}
