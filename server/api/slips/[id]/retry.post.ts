import { findSlip, retrySlip } from '../../../../store/slips/deliver'
import { conflict, notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const { sql, queue } = store()
  const slip = await findSlip(sql, idOf(event))
  await requireBatch(event, slip?.batch_id)
  if (!slip) throw notThere()
  if (!await retrySlip(sql, queue, slip)) throw conflict('This delivery has not failed; it is under way or has arrived.')
  return { ok: true }
})
