import { viewable } from '../../../../engine/images'
import { findPageImages } from '../../../../store/documents/show'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, sendPicture } from '../../../route'

export default defineRoute({
  does: 'A page in full size, as a browser can show it.',
  may: { see: 'page' },
  async run({ event, params }) {
    const { sql, blobs } = store()
    const page = await findPageImages(sql, params.id)
    if (!page?.page_blob) throw notThere()
    const { bytes, mediaType } = await viewable(await blobs.get(page.page_blob))
    sendPicture(event, mediaType)
    return bytes
  },
})
