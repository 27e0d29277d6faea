import { z } from 'zod'
import { keepWhole } from '../../../../flow/keep'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Has all of a batch kept, however long its rubric keeps it, for a reason; or takes that back.',
  may: { change: 'batch', act: 'check' },
  body: z.strictObject({ why: z.string().trim().min(3).max(300).nullable() }),
  answer: Done,
  async run({ actor, batch, body }) {
    await keepWhole(store(), actor, batch, body.why)
    return { ok: true }
  },
})
