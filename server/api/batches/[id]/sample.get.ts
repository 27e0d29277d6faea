import { z } from 'zod'
import { SampleDocument } from '../../../../shared/views/rubrics'
import { sampleOfBatch } from '../../../../store/batches/sample'
import { inSnapshot } from '../../../../store/database'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

const mostDocuments = 12

export default defineRoute({
  does: 'The first documents of a batch with their words, to try a rubric’s fields and names on.',
  may: { see: 'batch' },
  answer: z.array(SampleDocument),
  run: ({ batch }) => inSnapshot(store().sql, tx => sampleOfBatch(tx, batch, mostDocuments)),
})
