import { totalsOf } from '../../../../core/ledger/ledger'
import { Fate } from '../../../../core/model/ledger'
import type { BatchDetail } from '../../../../core/model/views'
import { correctionsOf } from '../../../../store/batches/correct'
import { differencesOf, expectedOf } from '../../../../store/batches/expected'
import { holderOf } from '../../../../store/batches/holds'
import { documentsOfBatch, loadsOfBatch, pagesOfBatch, placesOfBatch, showBatch } from '../../../../store/batches/show'
import { requireBatch, notThere } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// A batch with its loads, pages, documents and the totals of its page ledger.
export default defineEventHandler(async (event): Promise<BatchDetail> => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql } = store()
  const [batch, loads, pages, documents, corrections, filed, holder, expected, off] = await Promise.all([
    showBatch(sql, id), loadsOfBatch(sql, id), pagesOfBatch(sql, id), documentsOfBatch(sql, id), correctionsOf(sql, id), placesOfBatch(sql, id), holderOf(sql, id), expectedOf(sql, id), differencesOf(sql, id),
  ])
  if (!batch) throw notThere()
  const decided = pages.flatMap(page => page.fate === null ? [] : [{ fate: Fate.parse(page.fate) }])
  return { ...batch, ...off, filed, loads, pages, documents, corrections, holder, expected, totals: { ...totalsOf(decided), scanned: pages.length, undecided: pages.length - decided.length } }
})
