import type { Box } from '../../core/model/zone'
import type { Sql } from '../database'

export interface DocumentRow {
  id: number
  batch_id: number
  position: number
  type: string | null
  state: 'open' | 'indexed' | 'checked' | 'sent'
  read: boolean
  filled: boolean
  built: boolean
}

export async function findDocument(sql: Sql, id: number): Promise<DocumentRow | null> {
  const [row] = await sql<DocumentRow[]>`
    select id, batch_id, position, type, state,
      read_at is not null as read, filled_at is not null as filled, built_at is not null as built
    from documents where id = ${id}`
  return row ?? null
}

export interface PageToRead {
  id: number
  page_blob: string
  reading_blob: string | null
  dpi: number
  /** Where letters and figures stand by themselves; null where that was not looked for. */
  lone: Box[] | null
}

/** Pages of a document that are not read yet. */
export function pagesToRead(sql: Sql, document: number): Promise<PageToRead[]> {
  return sql<PageToRead[]>`
    select id, page_blob, reading_blob, (evidence->>'dpi')::float as dpi, evidence->'lone' as lone
    from pages
    where document_id = ${document} and pages.read_at is null
    order by page_order`
}
