import { resumeBatch } from '../../../../store/batches/hold'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql, queue } = store()
  if (!await resumeBatch(sql, queue, id)) throw conflict('This batch is not held.')
  return { ok: true }
})
