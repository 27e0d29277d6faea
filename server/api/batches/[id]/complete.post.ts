import { completeBatch } from '../../../../store/batches/complete'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql, queue } = store()
  if (!await completeBatch(sql, queue, id)) throw conflict('This batch cannot be completed now: a load is still running, nothing was scanned, or it is complete already.')
  return { ok: true }
})
