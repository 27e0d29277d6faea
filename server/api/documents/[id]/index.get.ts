import { typeOf } from '../../../../core/model/rubric'
import { documentsOfBatch, showBatch } from '../../../../store/batches/show'
import { filesOfDocument, pagesOfDocument, showDocument } from '../../../../store/documents/show'
import { visibleDocuments } from '../../../../store/people/rights'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { listSlips } from '../../../../store/slips/list'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'A document with its type, pages, files and slips, and its place among the documents of its batch.',
  may: { see: 'document' },
  async run({ person, batch: of, params: { id } }) {
    const { sql } = store()
    const [document, batch, rubric, pages, files, siblings, slips] = await Promise.all([
      showDocument(sql, id),
      showBatch(sql, of),
      rubricOfBatch(sql, of),
      pagesOfDocument(sql, id),
      filesOfDocument(sql, id),
      documentsOfBatch(sql, of),
      listSlips(sql, person, { document: id, before: null, most: 20 }),
    ])
    if (!document) throw notThere()
    const seen = await visibleDocuments(
      sql,
      person,
      siblings.map(one => one.id),
    )
    return {
      ...document,
      batchName: batch?.name ?? '',
      batchState: batch?.state ?? '',
      rubric: rubric.name,
      documentType: typeOf(rubric, document.type),
      languages: rubric.read.languages,
      pages,
      files,
      slips,
      siblings: siblings
        .filter(one => seen.has(one.id))
        .map(one => ({
          id: one.id,
          position: one.position,
          state: one.state,
          missing: one.missing.length,
          filled: one.filled,
        })),
    }
  },
})
