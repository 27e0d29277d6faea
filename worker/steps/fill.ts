import { fillDocument } from '../../store/documents/fill'
import { findDocument } from '../../store/documents/read'
import type { Work } from '../context'

/** One document: index values from its barcode and words. */
export async function fill(work: Work, { document: id }: { document: number }): Promise<void> {
  const document = await findDocument(work.sql, id)
  if (document) await fillDocument(work.sql, work.queue, document)
}
