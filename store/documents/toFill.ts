import { basename } from 'node:path'
import { z } from 'zod'
import type { Word } from '../../core/model/evidence'
import { PackedWords } from '../../core/text/packedWords'
import { awakened, restPacked } from '../../core/text/restingWords'
import type { Tx } from '../database'
import { learnedOf } from '../learned'

interface PageRow {
  position: number
  words: unknown
  page_blob: string
  dpi: number
  bornDigital: boolean
  file: string | null
}

/** Pages whose words are fetched at a time. */
const pagesAtOnce = 50

/** What filling a document needs to know. */
export async function documentToFill(tx: Tx, document: number) {
  const [row] = await tx<{ type: string | null; said: boolean; barcode: unknown; given: unknown; rubric: string }[]>`
    select type, type_said as said, barcode, given, rubric_id as rubric
    from documents
    join batches on batches.id = documents.batch_id
    where documents.id = ${document}`
  const rows = tx<PageRow[]>`
    select pages.position, words, page_blob, (evidence->>'dpi')::float as dpi,
      born_digital as "bornDigital", case when loads.kind <> 'device' then pages.source end as file
    from pages
    join loads on loads.id = pages.load_id
    left join page_words on page_id = pages.id
    where document_id = ${document}
    order by page_order`
  const pages: (Omit<PageRow, 'words'> & { unpack: () => Word[] })[] = []
  for await (const some of rows.cursor(pagesAtOnce))
    pages.push(...some.map(({ words, ...page }) => ({ ...page, unpack: restPacked(PackedWords.parse(words ?? [])) })))
  return {
    type: row?.type ?? null,
    said: row?.said ?? true,
    learned: row ? await learnedOf(tx, row.rubric) : null,
    barcode: z.record(z.string(), z.string()).parse(row?.barcode ?? {}),
    given: z.record(z.string(), z.string()).parse(row?.given ?? {}),
    pages: awakened(pages.map(page => page.unpack)),
    numbers: pages.map(page => page.position),
    file: pages[0]?.file ? basename(pages[0].file) : null,
    pictures: pages.map(page => ({ blob: page.page_blob, dpi: page.dpi, bornDigital: page.bornDigital })),
  }
}
