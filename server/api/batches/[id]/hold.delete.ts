import { release } from '../../../../store/batches/holds'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const person = await requireBatch(event, id)
  await release(store().sql, id, person.id)
  return { ok: true }
})
