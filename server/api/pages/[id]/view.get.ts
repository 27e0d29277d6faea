import { viewable } from '../../../../engine/images'
import { findPageImages } from '../../../../store/documents/show'
import { notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// The page in full size, as a browser can show it.
export default defineEventHandler(async (event) => {
  const { sql, blobs } = store()
  const page = await findPageImages(sql, idOf(event))
  await requireBatch(event, page?.batch)
  if (!page?.page_blob) throw notThere()
  const { bytes, mediaType } = await viewable(await blobs.get(page.page_blob))
  setResponseHeaders(event, { 'content-type': mediaType, 'cache-control': 'private, max-age=31536000, immutable' })
  return bytes
})
