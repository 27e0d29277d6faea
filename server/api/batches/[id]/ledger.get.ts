import { z } from 'zod'
import { ledgerCsv } from '../../../../core/ledger/csv'
import { Ledger } from '../../../../core/model/ledger'
import { ledgerOfBatch } from '../../../../store/batches/ledger'
import { inSnapshot } from '../../../../store/database'
import { store } from '../../../context'
import { defineRoute, sendFile } from '../../../route'

export default defineRoute({
  does: 'The page ledger of a batch: as JSON the same as the command line writes, or as CSV.',
  may: { see: 'batch' },
  query: z.strictObject({ as: z.enum(['json', 'csv']).default('json') }),
  answer: z.union([z.string(), Ledger]),
  async run({ event, batch, query: { as } }) {
    const ledger = await inSnapshot(store().sql, tx => ledgerOfBatch(tx, batch))
    sendFile(event, as === 'json' ? 'application/json' : 'text/csv; charset=utf-8', {
      'content-disposition': `attachment; filename="ledger-${batch}.${as}"`,
    })
    return as === 'json' ? ledger : ledgerCsv(ledger)
  },
})
