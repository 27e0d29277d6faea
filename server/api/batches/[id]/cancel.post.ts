import { z } from 'zod'
import { cancelLoad } from '../../../../store/batches/loads'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

const Cancel = z.strictObject({
  /** What this load has scanned so far counts for nothing. */
  drop: z.boolean().default(false),
}).default({ drop: false })

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { drop } = await bodyOf(event, Cancel)
  if (!await cancelLoad(store().sql, id, drop)) throw conflict('No load is running, so there is nothing to cancel.')
  return { ok: true }
})
