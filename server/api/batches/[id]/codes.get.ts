import { codesOfBatch } from '../../../../store/batches/show'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

const mostPages = 500

// What was seen on the batch's pages, for whoever writes rules for them.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  return codesOfBatch(store().sql, id, mostPages)
})
