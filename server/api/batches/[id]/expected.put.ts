import { Expected } from '../../../../core/ledger/expected'
import { expect } from '../../../../store/batches/expected'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

// What the operator counted, or has a list of.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const expected = await bodyOf(event, Expected)
  const { sql, queue } = store()
  if (!await expect(sql, queue, id, expected)) throw conflict('This batch has gone on, so nothing is compared any more.')
  return { ok: true }
})
