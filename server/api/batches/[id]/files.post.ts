import { z } from 'zod'
import { beginUploads } from '../../../../flow/order'
import { addFile } from '../../../../flow/start'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { takeBytes } from '../../../intake'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Takes a file, its bytes as the body. Answered once they are durable; a worker then takes its pages apart.',
  may: { change: 'batch', act: 'scan' },
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
  answer: Done,
  async run({ event, actor, batch, query: { name, upload, joins } }) {
    // Its place is kept, and the edit lock asked, before the bytes come.
    await beginUploads(store(), actor, batch, [upload])
    const blob = await takeBytes(event, name)
    const taken = await addFile(store(), actor, batch, { upload, source: name, blob, kind: 'files', joins: joins ?? null })
    if (!taken) throw conflict('This batch takes no files now: its paper was said to be complete. Reopen it, or start another one.')
    return { ok: true }
  },
})
