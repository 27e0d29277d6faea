import { acceptDifferences } from '../../../../flow/expected'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Says that what differs from what was counted is in order.',
  may: { change: 'batch', act: 'fix' },
  async run({ actor, batch }) {
    if (!(await acceptDifferences(store(), actor, batch, actor.person)))
      throw conflict('This batch has gone on, so there is nothing left to let pass.')
    return { ok: true }
  },
})
