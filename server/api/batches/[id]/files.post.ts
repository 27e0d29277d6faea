import { z } from 'zod'
import { sniff } from '../../../../engine/sniff'
import { addFile } from '../../../../store/batches/start'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf, queryOf } from '../../../input'

const Query = z.strictObject({
  /** The file's own name. */
  name: z.string().trim().min(1).max(255),
  /** Names this upload: sent again with the same one, it is taken in once. */
  upload: z.uuid(),
  /** A document to whose end its pages go. */
  joins: z.coerce.number().int().positive().optional(),
})
const mostBytes = 2 * 1024 ** 3

// A file's bytes as the body. Answered once they are durable; a worker then takes its pages apart.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { name, upload, joins } = queryOf(event, Query)
  const { sql, queue, blobs } = store()
  let blob: string
  try {
    blob = await blobs.putStream(checked(event.node.req, name), mostBytes)
  } catch (error) {
    if (error instanceof RangeError) throw createError({ statusCode: 413, message: `“${name}” is larger than 2 GB. Split it up and take the parts in.` })
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw createError({ statusCode: 507, message: `“${name}” was not taken: the disk with the pictures is full. Ask a steward to make room, then try again.` })
    throw error
  }
  if (!await addFile(sql, queue, id, { upload, source: name, blob, kind: 'files', joins: joins ?? null })) throw conflict('This batch takes no files now: its paper was said to be complete. Reopen it, or start another one.')
  setResponseStatus(event, 201)
  return { ok: true }
})

/** The bytes as they come, unless the first ones are of no format that is taken. */
async function* checked(bytes: AsyncIterable<Buffer>, name: string): AsyncGenerator<Buffer> {
  let first = true
  for await (const chunk of bytes) {
    if (first && !sniff(chunk)) throw createError({ statusCode: 422, message: `“${name}” is none of PDF, TIFF, JPEG, PNG or WebP, whatever its name says. Export it as one of these.` })
    first = false
    yield chunk
  }
  if (first) throw createError({ statusCode: 422, message: `“${name}” is empty. Scan or export it again.` })
}
