import type { FillEvidence } from '../../core/fields/evidence'
import { fillFields, type Filled } from '../../core/fields/fill'
import type { DocumentType } from '../../core/rubric/rubric'
import { documentFilled } from '../../flow/fill'
import { findDocument } from '../../store/documents/read'
import { holdersOf } from '../../store/documents/holders'
import { valuesOf } from '../../store/documents/search'
import { documentToFill } from '../../store/documents/toFill'
import { rubricOfBatch } from '../../store/setup/rubrics'
import type { Work } from '../context'
import { findFor } from './machineFill'

/** One document: its type and its index values, as far as a machine finds them. */
export async function fill(work: Work, { document: id }: { document: number }): Promise<void> {
  const document = await findDocument(work.sql, id)
  if (!document || document.filled) return
  const rubric = await rubricOfBatch(work.sql, document.batch_id)
  const facts = await documentToFill(work.sql, id)
  const pictures = facts.pictures.map(({ blob, ...page }) => ({ file: () => work.blobs.local(blob), ...page }))
  const { type, why, evidence, answers } = await findFor(work, rubric, { ...facts, pictures })
  const filled = await withoutDoubles(work, id, type, evidence)
  await documentFilled(work, document, { type: type?.id ?? null, why }, filled, answers)
}

/** Filled again as long as a value turns up that may be there once and that another document has. */
async function withoutDoubles(work: Work, document: number, type: DocumentType | null, evidence: FillEvidence): Promise<Filled> {
  const taken = new Map<string, string>()
  for (;;) {
    const filled = fillFields(type, { ...evidence, taken: (field, value) => taken.get(`${field} ${value}`) ?? null })
    const holders = await holdersOf(work.sql, document, type, valuesOf(filled.fields))
    if (holders.size === 0) return filled
    for (const [field, holder] of holders) taken.set(`${field} ${filled.fields[field]!.value}`, holder)
  }
}
