import { z } from 'zod'
import { unpackWords } from '../../core/text/packedWords'
import type { Tx } from '../database'

/** What filling a document needs to know. */
export async function documentToFill(tx: Tx, document: number) {
  const [row] = await tx<{ type: string | null; said: boolean; barcode: unknown; given: unknown }[]>`
    select type, type_said as said, barcode, given
    from documents
    join batches on batches.id = documents.batch_id
    where documents.id = ${document}`
  const pages = await tx<{ words: unknown }[]>`
    select words from pages left join page_words on page_id = pages.id where document_id = ${document} order by page_order`
  return {
    type: row?.type ?? null,
    said: row?.said ?? true,
    barcode: z.record(z.string(), z.string()).parse(row?.barcode ?? {}),
    given: z.record(z.string(), z.string()).parse(row?.given ?? {}),
    pages: pages.map(page => unpackWords(page.words ?? [])),
  }
}
