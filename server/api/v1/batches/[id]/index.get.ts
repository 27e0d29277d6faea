import { ApiBatch } from '../../../../../shared/views/api'
import { ledgerOfBatch } from '../../../../../store/batches/ledger'
import { inSnapshot } from '../../../../../store/database'
import { documentsOfBatch, showBatch } from '../../../../../store/batches/show'
import { waitingOf } from '../../../../../store/batches/waiting'
import { store } from '../../../../context'
import { notThere } from '../../../../refusals'
import { defineRoute } from '../../../../route'

export default defineRoute({
  does: 'A batch: its state, the totals of its page ledger, its documents, and what it waits for.',
  may: { see: 'batch' },
  scope: 'read',
  answer: ApiBatch,
  async run({ batch: id }) {
    const [batch, { totals }, documents, waiting] = await inSnapshot(store().sql, tx =>
      Promise.all([showBatch(tx, id), ledgerOfBatch(tx, id), documentsOfBatch(tx, id), waitingOf(tx, id)]),
    )
    if (!batch) throw notThere()
    return {
      id,
      name: batch.name,
      rubric: batch.rubric,
      state: batch.state,
      totals,
      documents: documents.map(document => document.id),
      waiting,
    }
  },
})
