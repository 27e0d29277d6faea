import { z } from 'zod'
import { beginUploads } from '../../../../flow/order'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Keeps the order of files that are about to be sent: it is that in which they were chosen.',
  may: { change: 'batch', act: 'scan' },
  body: z.strictObject({ uploads: z.array(z.uuid()).min(1).max(5000) }),
  answer: Done,
  async run({ actor, batch, body }) {
    await beginUploads(store(), actor, batch, body.uploads)
    return { ok: true }
  },
})
