import { findPageImages } from '../../../../store/documents/show'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, sendFile } from '../../../route'

export default defineRoute({
  does: 'A small picture of a page.',
  may: { see: 'page' },
  async run({ event, params }) {
    const { sql, blobs } = store()
    const page = await findPageImages(sql, params.id)
    if (!page?.thumbnail_blob) throw notThere()
    sendFile(event, 'image/webp', { 'cache-control': 'private, max-age=31536000, immutable' })
    return blobs.get(page.thumbnail_blob)
  },
})
