import { inGroups } from '../../core/text/groups'
import { pagesAtOnce } from '../../engine/ocr'
import { readBest } from '../../engine/reading'
import { documentRead, pageRead } from '../../flow/read'
import { findDocument, pagesToRead } from '../../store/documents/read'
import { rubricOfBatch } from '../../store/setup/rubrics'
import type { Work } from '../context'

/** One document: the words of each page that has none yet. */
export async function read(work: Work, { document: id }: { document: number }): Promise<void> {
  const document = await findDocument(work.sql, id)
  if (!document || document.read) return
  const {
    read: { languages },
  } = await rubricOfBatch(work.sql, document.batch_id)
  for (const pages of inGroups(await pagesToRead(work.sql, id), pagesAtOnce, page => page.dpi)) {
    const pictures = pages.map(async page => ({
      page: await work.blobs.local(page.page_blob),
      reading: page.reading_blob && (await work.blobs.local(page.reading_blob)),
    }))
    const read = await readBest(await Promise.all(pictures), pages[0]!.dpi, languages)
    for (const [at, page] of pages.entries()) await pageRead(work, page, document.batch_id, read[at]!)
  }
  await documentRead(work, document)
}
