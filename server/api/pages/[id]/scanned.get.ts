import { findPageImages } from '../../../../store/documents/show'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { pictureOfFile } from '../../../pictures'
import { noteLook } from '../../../originals'
import { notThere } from '../../../refusals'
import { defineRoute, refuse, sendPicture } from '../../../route'

export default defineRoute({
  does: 'A side as it was scanned, before it was cleaned.',
  may: { see: 'page' },
  async run({ event, person, actor, batch, params }) {
    const { sql, blobs } = store()
    const page = await findPageImages(sql, params.id)
    if (!page?.blob) throw notThere()
    if (page.black || (await rubricOfBatch(sql, batch)).redact) await noteLook(person, actor, params.id)
    const picture = await pictureOfFile(await blobs.local(page.blob), page.source_page, 'scanned')
    if (!picture) throw refuse(422, 'This side cannot be decoded, so there is no picture of it.')
    sendPicture(event, picture.mediaType)
    return picture.bytes
  },
})
