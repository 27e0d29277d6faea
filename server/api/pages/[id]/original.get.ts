import { pageToPreview } from '../../../../store/pages/toExamine'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { noteLook } from '../../../originals'
import { previewOf } from '../../../pictures'
import { notThere } from '../../../refusals'
import { defineRoute, refuse, sendFile } from '../../../route'

export default defineRoute({
  does: 'A page as it would be with nothing blacked out; each look is recorded.',
  may: { see: 'page', act: 'original' },
  async run({ event, person, actor, batch, params }) {
    const { sql, blobs } = store()
    const page = await pageToPreview(sql, params.id)
    if (!page) throw notThere()
    await noteLook(person, actor, params.id)
    const { redact: _, ...rubric } = await rubricOfBatch(sql, batch)
    const picture = await previewOf(await blobs.local(page.blob), { ...page, redacted: null }, rubric)
    if (!picture) throw refuse(422, 'This side cannot be decoded, so there is no picture of it.')
    sendFile(event, picture.mediaType, { 'cache-control': 'no-store' })
    return picture.bytes
  },
})
