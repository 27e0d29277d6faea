import { z } from 'zod'
import { writtenFields } from '../../../../../core/fields/written'
import { FieldValue } from '../../../../../core/model/ledger'
import { typeOf } from '../../../../../core/rubric/rubric'
import { ApiDocument } from '../../../../../shared/views/api'
import { filesOfDocument, pagesOfDocument, showDocument } from '../../../../../store/documents/show'
import { rubricOfBatch } from '../../../../../store/setup/rubrics'
import { listSlips } from '../../../../../store/slips/list'
import { store } from '../../../../context'
import { notThere } from '../../../../refusals'
import { defineRoute } from '../../../../route'

export default defineRoute({
  does: 'A document: its values with where each came from, the files of its newest edition with their digests, its slips.',
  may: { see: 'document' },
  scope: 'read',
  answer: ApiDocument,
  async run({ person, batch, params: { id } }) {
    const { sql } = store()
    const [document, pages, files, slips] = await Promise.all([
      showDocument(sql, id),
      pagesOfDocument(sql, id),
      filesOfDocument(sql, id),
      listSlips(sql, person, { document: id, before: null, most: 100 }),
    ])
    if (!document) throw notThere()
    const newest = Math.max(0, ...files.map(file => file.edition))
    return {
      id,
      batch,
      type: document.type,
      state: document.state,
      edition: document.edition,
      values: writtenFields(
        typeOf(await rubricOfBatch(sql, batch), document.type),
        z.record(z.string(), FieldValue).parse(document.fields),
        document.candidates,
      ),
      missing: document.missing,
      pages: pages.map(page => page.position),
      files: files
        .filter(file => file.edition === newest)
        .map(({ name, mediaType, bytes, sha256 }) => ({ name, mediaType, bytes, sha256 })),
      slips: slips.map(slip => ({
        destination: slip.destination,
        state: slip.state,
        place: slip.place,
        answer: slip.answer,
        trouble: slip.trouble,
        deliveredAt: slip.deliveredAt,
      })),
    }
  },
})
