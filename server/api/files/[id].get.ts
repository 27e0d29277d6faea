import { z } from 'zod'
import { findFile } from '../../../store/documents/show'
import { appendToTrail } from '../../../store/trail'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, sendFile } from '../../route'
import { addressOf } from '../../session'

export default defineRoute({
  does: 'A file that was made of a document.',
  may: { see: 'file' },
  query: z.strictObject({ as: z.enum(['download', 'view']).default('download') }),
  async run({ event, actor, batch, params, query: { as } }) {
    const { sql, blobs } = store()
    const file = await findFile(sql, params.id)
    if (!file) throw notThere()
    await appendToTrail(sql, actor, { what: as, batch, document: file.document, new: { file: file.name } }, addressOf(event))
    const name = encodeURIComponent(file.name.split('/').pop() ?? 'document')
    sendFile(event, file.mediaType, {
      'content-disposition': `${as === 'view' ? 'inline' : 'attachment'}; filename*=UTF-8''${name}`,
      'x-content-type-options': 'nosniff',
    })
    return blobs.get(file.sha256)
  },
})
