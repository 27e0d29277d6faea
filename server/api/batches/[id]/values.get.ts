import { z } from 'zod'
import { twiceFields } from '../../../../core/fields/twice'
import { typeOf } from '../../../../core/rubric/rubric'
import { BulkView } from '../../../../shared/views/documents'
import { showBatch } from '../../../../store/batches/show'
import { documentsInBulk, typesInBatch } from '../../../../store/documents/inBulk'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'The index values of the documents of one type in a batch, as a table.',
  may: { see: 'batch' },
  query: z.object({ type: z.string().max(64).optional() }),
  answer: BulkView,
  async run({ person, batch, query }): Promise<BulkView> {
    const { sql } = store()
    const [shown, rubric, used] = await Promise.all([showBatch(sql, batch), rubricOfBatch(sql, batch), typesInBatch(sql, batch)])
    const id = query.type ?? used[0] ?? null
    const type = typeOf(rubric, id)
    const twice = twiceFields(rubric, type)
    return {
      batch: shown?.name ?? '',
      types: rubric.types.filter(one => used.includes(one.id)).map(({ id: key, label }) => ({ id: key, label })),
      type: id,
      fields: (type?.fields ?? []).filter(field => !twice.includes(field.id)),
      languages: rubric.read.languages,
      rows: await documentsInBulk(sql, person, batch, id),
    }
  },
})
