import { acceptDifferences } from '../../../../store/batches/expected'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// A person says that what differs is in order.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const person = await requireBatch(event, id)
  const { sql, queue } = store()
  if (!await acceptDifferences(sql, queue, id, person.id)) throw conflict('This batch has gone on, so there is nothing left to let pass.')
  return { ok: true }
})
