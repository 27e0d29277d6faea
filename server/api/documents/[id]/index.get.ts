import { typeOf } from '../../../../core/model/rubric'
import { documentsOfBatch, showBatch } from '../../../../store/batches/show'
import { filesOfDocument, pagesOfDocument, showDocument } from '../../../../store/documents/show'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { listSlips } from '../../../../store/slips/list'
import { notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// A document with its type, pages, files and slips, and its place among the batch's documents.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { sql } = store()
  const document = await showDocument(sql, id)
  const person = await requireBatch(event, document?.batch)
  if (!document) throw notThere()
  const [batch, rubric, pages, files, siblings, slips] = await Promise.all([
    showBatch(sql, document.batch), rubricOfBatch(sql, document.batch), pagesOfDocument(sql, id), filesOfDocument(sql, id),
    documentsOfBatch(sql, document.batch), listSlips(sql, person, { document: id, before: null, most: 20 }),
  ])
  return {
    ...document,
    batchName: batch?.name ?? '',
    batchState: batch?.state ?? '',
    rubric: rubric.name,
    documentType: typeOf(rubric, document.type),
    pages, files, slips,
    siblings: siblings.map(({ id, position, state, missing, filled }) => ({ id, position, state, missing: missing.length, filled })),
  }
})
