import { typeOf } from '../../../../core/rubric/rubric'
import { holderOf } from '../../../../flow/documentLease'
import { draftOf } from '../../../../flow/entryDraft'
import { DocumentPage } from '../../../../shared/views/documents'
import { showBatch } from '../../../../store/batches/show'
import { countDocuments, filesOfDocument, pagesOfDocument, showDocument } from '../../../../store/documents/show'
import { valuesBefore } from '../../../../store/documents/siblings'
import { actsIn } from '../../../../store/people/rights'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { listSlips } from '../../../../store/slips/list'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'
import { turnAt } from '../../../turns'

export default defineRoute({
  does: 'A document with its type, pages, files and slips, and what its entry card needs to know.',
  may: { see: 'document' },
  answer: DocumentPage,
  async run({ person, batch: of, params: { id } }) {
    const { sql } = store()
    const [document, batch, rubric, pages, files, slips, documents, before, holder] = await Promise.all([
      showDocument(sql, id),
      showBatch(sql, of),
      rubricOfBatch(sql, of),
      pagesOfDocument(sql, id),
      filesOfDocument(sql, id),
      listSlips(sql, person, { document: id, before: null, most: 20 }),
      countDocuments(sql, of),
      valuesBefore(sql, id),
      holderOf(sql, id),
    ])
    if (!document) throw notThere()
    const may = await actsIn(sql, person, of)
    const turn = await turnAt(sql, rubric, document, person.id)
    return {
      ...document,
      ...turn,
      batchName: batch?.name ?? '',
      batchState: batch?.state ?? '',
      rubric: rubric.name,
      documentType: typeOf(rubric, document.type),
      languages: rubric.read.languages,
      pages,
      files,
      slips,
      documents,
      may,
      types: rubric.types.map(({ id: type, label, group }) => ({ id: type, label, group: group ?? null })),
      before,
      holder,
      draft: document.state === 'open' ? await draftOf(sql, id, person.id, turn.twice.length > 0) : null,
    }
  },
})
