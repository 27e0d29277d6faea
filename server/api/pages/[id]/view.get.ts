import { findPageImages } from '../../../../store/documents/show'
import { store } from '../../../context'
import { shownPage } from '../../../pictures'
import { notThere } from '../../../refusals'
import { defineRoute, refuse, sendPicture } from '../../../route'

export default defineRoute({
  does: 'A page in full size, as a browser can show it.',
  may: { see: 'page' },
  async run({ event, params }) {
    const { sql, blobs } = store()
    const page = await findPageImages(sql, params.id)
    if (!page?.page_blob) throw notThere()
    const picture = await shownPage(blobs, page.page_blob)
    if (!picture) throw refuse(422, 'There is no picture of this page.')
    sendPicture(event, picture.mediaType)
    return picture.bytes
  },
})
