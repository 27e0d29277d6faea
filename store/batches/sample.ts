import { unpackWords } from '../../core/text/packedWords'
import type { SampleDocument } from '../../shared/views/rubrics'
import type { Tx } from '../database'

const mostPages = 60

/** The first documents of a batch with the words of their pages, to try on them what a rubric would find. */
export async function sampleOfBatch(tx: Tx, batch: number, most: number): Promise<SampleDocument[]> {
  const documents = await tx<{ id: number; position: number; type: string | null; barcode: Record<string, string> | null }[]>`
    select id, position, type, barcode from documents where batch_id = ${batch} order by position limit ${most}`
  const pages = await tx<
    { document: number; id: number; position: number; side: 'front' | 'back'; picture: string | null; evidence: unknown; words: unknown }[]
  >`
    select document_id as document, pages.id, position, side, thumbnail_blob as picture, words,
      jsonb_build_object('widthPx', evidence->'widthPx', 'heightPx', evidence->'heightPx', 'dpi', evidence->'dpi') as evidence
    from pages
    left join page_words on page_id = pages.id
    where document_id = any(${documents.map(one => one.id)})
    order by document_id, page_order
    limit ${mostPages}`
  return documents.map(({ id, position, type, barcode }) => ({
    position,
    type,
    barcode: barcode ?? {},
    pages: pages
      .filter(page => page.document === id)
      .map(({ document: _, evidence, words, ...page }) => ({
        ...page,
        ...(evidence as { widthPx: number; heightPx: number; dpi: number }),
        words: words === null ? null : unpackWords(words),
      })),
  }))
}
