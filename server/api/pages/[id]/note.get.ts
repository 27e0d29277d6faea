import { noteOfPage } from '../../../../store/batches/show'
import { notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// Why a page is where it is, with the evidence.
export default defineEventHandler(async (event) => {
  const found = await noteOfPage(store().sql, idOf(event))
  await requireBatch(event, found?.batch)
  if (!found) throw notThere()
  const { position, why, note, inches } = found
  return { position, why, note, inches }
})
