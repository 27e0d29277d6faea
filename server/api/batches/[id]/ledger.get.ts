import { z } from 'zod'
import { ledgerCsv } from '../../../../core/ledger/csv'
import { ledgerOfBatch } from '../../../../store/batches/ledger'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf, queryOf } from '../../../input'

const Query = z.strictObject({ as: z.enum(['json', 'csv']).default('json') })

// The page ledger: as JSON the same as the command line writes, or as CSV.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { as } = queryOf(event, Query)
  const ledger = await ledgerOfBatch(store().sql, id)
  setResponseHeader(event, 'content-disposition', `attachment; filename="ledger-${id}.${as}"`)
  if (as === 'json') return ledger
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  return ledgerCsv(ledger)
})
