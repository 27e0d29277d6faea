import { readInGroups } from '../../engine/reading'
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
  await readInGroups(
    await pagesToRead(work.sql, id),
    languages,
    async page => ({
      page: await work.blobs.local(page.page_blob),
      reading: page.reading_blob && (await work.blobs.local(page.reading_blob)),
      lone: page.lone,
    }),
    (page, words) => pageRead(work, page, document.batch_id, words),
  )
  await documentRead(work, document)
}
