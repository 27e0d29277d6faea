import { cancelLoad } from '../../../../store/batches/loads'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql } = store()
  if (!await cancelLoad(sql, id)) throw conflict('No load is running, so there is nothing to cancel.')
  return { ok: true }
})
