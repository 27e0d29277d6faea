import { reopenBatch } from '../../../../store/batches/complete'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// Completed too early: more loads may join.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  if (!await reopenBatch(store().sql, id)) throw conflict('This batch takes no more paper: it is open already, or documents of it are confirmed and being filed. Start another batch with the rest.')
  return { ok: true }
})
