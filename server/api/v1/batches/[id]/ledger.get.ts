import { ApiLedger } from '../../../../../shared/views/api'
import { ledgerOfBatch } from '../../../../../store/batches/ledger'
import { inSnapshot } from '../../../../../store/database'
import { store } from '../../../../context'
import { defineRoute } from '../../../../route'

export default defineRoute({
  does: 'The page ledger of a batch, as the command line writes it.',
  may: { see: 'batch' },
  scope: 'read',
  answer: ApiLedger,
  run: ({ batch }) => inSnapshot(store().sql, tx => ledgerOfBatch(tx, batch)),
})
