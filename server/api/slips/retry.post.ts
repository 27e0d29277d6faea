import { z } from 'zod'
import { retrySlip } from '../../../flow/deliver'
import { EditLocked } from '../../../flow/inBatch'
import { findSlip } from '../../../store/slips/toDeliver'
import { failedSlips } from '../../../store/slips/troubled'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Tries everything again that did not arrive at a destination; what somebody else works on stays.',
  may: 'person',
  body: z.strictObject({ destination: z.string().min(1).max(64) }),
  answer: z.strictObject({ again: z.number() }),
  async run({ person, actor, body }) {
    let again = 0
    for (const id of await failedSlips(store().sql, person, body.destination)) {
      const slip = await findSlip(store().sql, id)
      const sent = slip ? await retrySlip(store(), actor, slip).catch(unlessLocked) : false
      if (sent) again++
    }
    return { again }
  },
})

function unlessLocked(error: unknown): false {
  if (error instanceof EditLocked) return false
  throw error
}
