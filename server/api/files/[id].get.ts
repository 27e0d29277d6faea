import { z } from 'zod'
import { findFile } from '../../../store/documents/show'
import { notThere, requireBatch } from '../../access'
import { store } from '../../context'
import { idOf, queryOf } from '../../input'

const Query = z.strictObject({ as: z.enum(['download', 'view']).default('download') })

export default defineEventHandler(async (event) => {
  const { sql, blobs } = store()
  const file = await findFile(sql, idOf(event))
  await requireBatch(event, file?.batch)
  if (!file) throw notThere()
  const { as } = queryOf(event, Query)
  const name = encodeURIComponent(file.name.split('/').pop() ?? 'document')
  setResponseHeaders(event, {
    'content-type': file.media_type,
    'content-disposition': `${as === 'view' ? 'inline' : 'attachment'}; filename*=UTF-8''${name}`,
    'x-content-type-options': 'nosniff',
  })
  return blobs.get(file.sha256)
})
