import { worker } from '../core/model/actor'
import type { Word } from '../core/model/evidence'
import type { DocumentRow, PageToRead } from '../store/documents/read'
import { keepWords } from '../store/pages/words'
import { inBatch, type Flow } from './inBatch'

/**
 * Keeps a page's words at once, so that a reading that dies half-way goes on where it was; not those of a picture
 * that was turned meanwhile, nor once more where somebody else was faster.
 */
export function pageRead(flow: Flow, page: Pick<PageToRead, 'id' | 'page_blob'>, batch: number, words: Word[]): Promise<void> {
  return inBatch(flow, worker, batch, async ({ tx }) => {
    const same = await tx`
      select 1 from pages where id = ${page.id} and page_blob = ${page.page_blob} and evidence is not null and read_at is null`
    if (same.length) await keepWords(tx, page.id, words)
  })
}

/** Notes that all pages are read, once, and asks for filling. Where one was turned meanwhile, its batch asks for reading again. */
export function documentRead(flow: Flow, document: DocumentRow): Promise<void> {
  return inBatch(flow, worker, document.batch_id, async ({ tx, queue }) => {
    const changed = await tx`
      update documents set read_at = now()
      where id = ${document.id} and read_at is null and not exists (select 1 from pages where document_id = documents.id
        and pages.read_at is null)
      returning id`
    if (changed.length) await queue.send(tx, 'fill', { document: document.id })
  })
}
