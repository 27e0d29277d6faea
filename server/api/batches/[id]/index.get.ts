import { BatchDetail } from '../../../../shared/views/batches'
import { batchDetail } from '../../../batchDetail'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'A batch with its loads, pages, documents and the totals of its page ledger.',
  may: { see: 'batch' },
  answer: BatchDetail,
  run: ({ person, batch }) => batchDetail(person, batch),
})
