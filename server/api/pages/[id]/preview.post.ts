import { z } from 'zod'
import { issueText } from '../../../../core/model/issues'
import { readRubric } from '../../../../core/rubric/readRubric'
import { pageToPreview } from '../../../../store/pages/toExamine'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { bothHide } from '../../../originals'
import { previewOf } from '../../../pictures'
import { notThere } from '../../../refusals'
import { defineRoute, refuse, sendFile } from '../../../route'

export default defineRoute({
  does: 'A side as another rubric would clean it; nothing is kept.',
  may: { see: 'page' },
  body: z.strictObject({ rubric: z.unknown() }),
  async run({ event, batch, params, body }) {
    const read = readRubric(body.rubric)
    if (!read.ok) throw refuse(422, read.issues.map(issueText).join('; '))
    const { sql, blobs } = store()
    const page = await pageToPreview(sql, params.id)
    if (!page) throw notThere()
    // What is hidden stays hidden, whatever the draft says.
    const redact = bothHide((await rubricOfBatch(sql, batch)).redact, read.rubric.redact)
    const picture = await previewOf(await blobs.local(page.blob), page, { ...read.rubric, redact })
    if (!picture) throw refuse(422, 'This side cannot be decoded, so there is no picture of it.')
    sendFile(event, picture.mediaType, { 'cache-control': 'no-store' })
    return picture.bytes
  },
})
