import { noteOfPage } from '../../../../store/batches/show'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// Why a page is where it is, with the evidence.
export default defineEventHandler(async (event) => {
  const found = await noteOfPage(store().sql, idOf(event))
  await requireBatch(event, found?.batch)
  return { position: found!.position, why: found!.why, note: found!.note }
})
