import { findPageImages } from '../../../../store/documents/show'
import { notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const { sql, blobs } = store()
  const page = await findPageImages(sql, idOf(event))
  await requireBatch(event, page?.batch)
  if (!page?.thumbnail_blob) throw notThere()
  setResponseHeaders(event, { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' })
  return blobs.get(page.thumbnail_blob)
})
