import { abandonBatch } from '../../../../store/batches/complete'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql } = store()
  if (!await abandonBatch(sql, id)) throw conflict('This batch can no longer be abandoned: its files are on their way.')
  return { ok: true }
})
