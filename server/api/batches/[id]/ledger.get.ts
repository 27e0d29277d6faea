import { ledgerOfBatch } from '../../../../store/batches/ledger'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// The page ledger as JSON, the same as the command line writes.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  setResponseHeader(event, 'content-disposition', `attachment; filename="ledger-${id}.json"`)
  return ledgerOfBatch(store().sql, id)
})
