import { scannedPicture } from '../../../../engine/scanned'
import { findPageImages } from '../../../../store/documents/show'
import { notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// The side as it was scanned, before it was cleaned.
export default defineEventHandler(async (event) => {
  const { sql, blobs } = store()
  const page = await findPageImages(sql, idOf(event))
  await requireBatch(event, page?.batch)
  if (!page?.blob) throw notThere()
  const picture = await scannedPicture(blobs.path(page.blob), page.source_page)
  if (!picture) throw createError({ statusCode: 422, message: 'This side cannot be decoded, so there is no picture of it.' })
  setResponseHeaders(event, { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' })
  return picture
})
