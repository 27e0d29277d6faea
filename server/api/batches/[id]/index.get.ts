import { totalsOf } from '../../../../core/ledger/ledger'
import { Fate } from '../../../../core/model/ledger'
import { correctionsOf } from '../../../../store/batches/correct'
import { documentsOfBatch, loadsOfBatch, pagesOfBatch, placesOfBatch, showBatch } from '../../../../store/batches/show'
import { requireBatch, notThere } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// A batch with its loads, pages, documents and the totals of its page ledger.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql } = store()
  const [batch, loads, pages, documents, corrections, filed] = await Promise.all([showBatch(sql, id), loadsOfBatch(sql, id), pagesOfBatch(sql, id), documentsOfBatch(sql, id), correctionsOf(sql, id), placesOfBatch(sql, id)])
  if (!batch) throw notThere()
  const decided = pages.flatMap(page => page.fate === null ? [] : [{ fate: Fate.parse(page.fate) }])
  return { ...batch, filed, loads, pages, documents, corrections, totals: { ...totalsOf(decided), scanned: pages.length, undecided: pages.length - decided.length } }
})
