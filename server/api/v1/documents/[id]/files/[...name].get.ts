import { z } from 'zod'
import { filesOfDocument } from '../../../../../../store/documents/show'
import { appendToTrail } from '../../../../../../store/trail'
import { store } from '../../../../../context'
import { notThere } from '../../../../../refusals'
import { defineRoute, sendFile } from '../../../../../route'
import { addressOf } from '../../../../../session'

export default defineRoute({
  does: 'The bytes of a file of a document, by its name; of the newest edition that has one of this name.',
  may: { see: 'document' },
  scope: 'read',
  params: z.object({ id: z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER), name: z.string().min(1).max(1000) }),
  async run({ event, actor, batch, params }) {
    const { sql, blobs } = store()
    const file = (await filesOfDocument(sql, params.id)).find(one => one.name === params.name)
    if (!file) throw notThere()
    await appendToTrail(sql, actor, { what: 'download', batch, document: params.id, new: { file: file.name } }, addressOf(event))
    sendFile(event, file.mediaType, {
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name.split('/').pop() ?? 'document')}`,
      'x-content-type-options': 'nosniff',
    })
    return blobs.get(file.sha256)
  },
})
