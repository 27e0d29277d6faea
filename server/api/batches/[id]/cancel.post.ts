import { z } from 'zod'
import { cancelLoad } from '../../../../flow/load'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Stops the running load after the side that is under way.',
  may: { change: 'batch', act: 'scan' },
  body: z
    .strictObject({
      /** What this load has scanned so far counts for nothing. */
      drop: z.boolean().default(false),
    })
    .default({ drop: false }),
  answer: Done,
  async run({ actor, batch, body }) {
    if (!(await cancelLoad(store(), actor, batch, body.drop))) throw conflict('No load is running, so there is nothing to cancel.')
    return { ok: true }
  },
})
