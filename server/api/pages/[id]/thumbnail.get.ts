import { findPageImages } from '../../../../store/documents/show'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, sendPicture } from '../../../route'

export default defineRoute({
  does: 'A small picture of a page.',
  may: { see: 'page' },
  async run({ event, params }) {
    const { sql, blobs } = store()
    const page = await findPageImages(sql, params.id)
    if (!page?.thumbnail_blob) throw notThere()
    sendPicture(event, 'image/webp')
    return blobs.get(page.thumbnail_blob)
  },
})
