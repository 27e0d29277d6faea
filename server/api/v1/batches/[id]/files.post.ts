import { z } from 'zod'
import { beginUploads } from '../../../../../flow/order'
import { addFile } from '../../../../../flow/start'
import { FileTaken } from '../../../../../shared/views/api'
import { store } from '../../../../context'
import { takeBytes } from '../../../../intake'
import { conflict } from '../../../../refusals'
import { defineRoute } from '../../../../route'

export default defineRoute({
  does: 'Takes a file, its bytes as the body. Files are in the order in which their first calls began; the same key again is taken once.',
  may: { change: 'batch', act: 'scan' },
  scope: 'capture',
  most: 'stream',
  status: 201,
  query: z.strictObject({ name: z.string().trim().min(1).max(255), key: z.string().trim().min(1).max(200) }),
  answer: FileTaken,
  async run({ event, actor, batch, query: { name, key } }) {
    await beginUploads(store(), actor, batch, [key])
    const blob = await takeBytes(event, name)
    const taken = await addFile(store(), actor, batch, { upload: key, source: name, blob, kind: 'files' })
    if (!taken) throw conflict('This batch takes no files now: they were said to be complete. Start another batch.')
    return { name, key }
  },
})
