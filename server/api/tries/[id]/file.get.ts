import { z } from 'zod'
import { fileOfTry } from '../../../../store/setup/tries'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity, sendFile } from '../../../route'

export default defineRoute({
  does: 'A file that a try made of a sample’s pages, for whoever tried it, within a day.',
  may: 'steward',
  params: Identity,
  query: z.strictObject({ at: z.coerce.number().int().min(0).max(100) }),
  async run({ event, person, params: { id }, query: { at } }) {
    const { sql, blobs } = store()
    const file = await fileOfTry(sql, id, person.id, at)
    if (!file || !(await blobs.has(file.sha256))) throw notThere()
    sendFile(event, file.mediaType, {
      'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(file.name.split('/').pop() ?? 'document')}`,
      'x-content-type-options': 'nosniff',
    })
    return blobs.get(file.sha256)
  },
})
