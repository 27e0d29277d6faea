import { findPageImages, wordsOfPage } from '../../../../store/documents/show'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { sql } = store()
  await requireBatch(event, (await findPageImages(sql, id))?.batch)
  return wordsOfPage(sql, id)
})
