import { z } from 'zod'
import { sniff } from '../../../../engine/sniff'
import { addFile } from '../../../../flow/start'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

const mostBytes = 2 * 1024 ** 3

export default defineRoute({
  does: 'Takes a file, its bytes as the body. Answered once they are durable; a worker then takes its pages apart.',
  may: { change: 'batch' },
  most: 'stream',
  status: 201,
  query: z.strictObject({
    /** The file's own name. */
    name: z.string().trim().min(1).max(255),
    /** Names this upload: sent again with the same one, it is taken in once. */
    upload: z.uuid(),
    /** A document to whose end its pages go. */
    joins: z.coerce.number().int().positive().optional(),
  }),
  async run({ event, actor, batch, query: { name, upload, joins } }) {
    let blob: string
    try {
      blob = await store().blobs.putStream(checked(event.node.req, name), mostBytes)
    } catch (error) {
      if (error instanceof RangeError) throw refuse(413, `“${name}” is larger than 2 GB. Split it up and take the parts in.`)
      if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw refuse(507, `“${name}” was not taken: the disk with the pictures is full. Ask a steward to make room, then try again.`)
      throw error
    }
    const taken = await addFile(store(), actor, batch, { upload, source: name, blob, kind: 'files', joins: joins ?? null })
    if (!taken) throw conflict('This batch takes no files now: its paper was said to be complete. Reopen it, or start another one.')
    return { ok: true }
  },
})

/** The bytes as they come, unless the first ones are of no format that is taken. */
async function* checked(bytes: AsyncIterable<Buffer>, name: string): AsyncGenerator<Buffer> {
  let first = true
  for await (const chunk of bytes) {
    if (first && !sniff(chunk)) throw refuse(422, `“${name}” is none of PDF, TIFF, JPEG, PNG or WebP, whatever its name says. Export it as one of these.`)
    first = false
    yield chunk
  }
  if (first) throw refuse(422, `“${name}” is empty. Scan or export it again.`)
}
