import { totalsOf } from '../core/ledger/ledger'
import { Fate } from '../core/model/ledger'
import { editorOf } from '../flow/editLock'
import type { BatchDetail } from '../shared/views/batches'
import type { Person } from '../shared/views/people'
import { correctionsOf } from '../store/batches/corrections'
import { differencesOf, expectedOf } from '../store/batches/expected'
import { documentsOfBatch, loadsOfBatch, pagesOfBatch, placesOfBatch, showBatch } from '../store/batches/show'
import { inSnapshot } from '../store/database'
import { actsIn } from '../store/people/rights'
import { store } from './context'
import { notThere } from './refusals'

/** A batch with all that is in it, as it is at one moment. */
export async function batchDetail(person: Person, id: number): Promise<BatchDetail> {
  const [batch, loads, pages, documents, corrections, filed, editor, expected, off, may] = await inSnapshot(store().sql, tx =>
    Promise.all([
      showBatch(tx, id),
      loadsOfBatch(tx, id),
      pagesOfBatch(tx, id),
      documentsOfBatch(tx, id),
      correctionsOf(tx, id),
      placesOfBatch(tx, id),
      editorOf(tx, id),
      expectedOf(tx, id),
      differencesOf(tx, id),
      actsIn(tx, person, id),
    ]),
  )
  if (!batch) throw notThere()
  const decided = pages.flatMap(page => (page.fate === null ? [] : [{ fate: Fate.parse(page.fate) }]))
  const totals = { ...totalsOf(decided), scanned: pages.length, undecided: pages.length - decided.length }
  return { ...batch, ...off, filed, loads, pages, documents, corrections, editor, expected, totals, may }
}
