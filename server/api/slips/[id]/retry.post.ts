import { retrySlip } from '../../../../flow/deliver'
import { Done } from '../../../../shared/views/done'
import { findSlip } from '../../../../store/slips/toDeliver'
import { store } from '../../../context'
import { conflict, notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Tries a failed delivery again.',
  may: { change: 'slip', act: 'index' },
  answer: Done,
  async run({ actor, params }) {
    const slip = await findSlip(store().sql, params.id)
    if (!slip) throw notThere()
    if (!(await retrySlip(store(), actor, slip))) throw conflict('This delivery has not failed; it is under way or has arrived.')
    return { ok: true }
  },
})
