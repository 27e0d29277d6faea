import type { Word } from '../../core/model/evidence'
import type { Sql } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

export interface DocumentRow { id: number, batch_id: number, position: number, type: string | null, state: 'open' | 'indexed' | 'checked' | 'sent', read: boolean, filled: boolean, built: boolean }

export async function findDocument(sql: Sql, id: number): Promise<DocumentRow | null> {
  const [row] = await sql<DocumentRow[]>`
    select id, batch_id, position, type, state,
      read_at is not null as read, filled_at is not null as filled, built_at is not null as built
    from documents where id = ${id}`
  return row ?? null
}

export interface PageToRead { id: number, page_blob: string, dpi: number }

/** Pages of a document that are not read yet. */
export function pagesToRead(sql: Sql, document: number): Promise<PageToRead[]> {
  return sql<PageToRead[]>`
    select id, page_blob, (evidence->>'dpi')::float as dpi
    from pages
    where document_id = ${document} and words is null
    order by place`
}

/** Keeps a page's words at once, so that a reading that dies half-way goes on where it was; not those of a picture that was turned meanwhile. */
export async function pageRead(sql: Sql, page: PageToRead, batch: number, words: Word[]): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`update pages set words = ${tx.json(words as never)} where id = ${page.id} and page_blob = ${page.page_blob} and evidence is not null`
    await tell(tx, { about: 'batch', batch })
  })
}

/** Notes that all pages are read, once, and asks for filling. Where one was turned meanwhile, its batch asks for reading again. */
export async function documentRead(sql: Sql, queue: Queue, document: DocumentRow): Promise<void> {
  await sql.begin(async (tx) => {
    const changed = await tx`
      update documents set read_at = now()
      where id = ${document.id} and read_at is null and not exists (select 1 from pages where document_id = documents.id and words is null)
      returning id`
    if (changed.length) await queue.send(tx, 'fill', { document: document.id })
    await tell(tx, { about: 'batch', batch: document.batch_id })
  })
}
