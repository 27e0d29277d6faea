import { acceptDifferences } from '../../../../flow/expected'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Says that what differs from what was counted is in order.',
  may: { change: 'batch', act: 'fix' },
  answer: Done,
  async run({ actor, batch }) {
    if (!(await acceptDifferences(store(), actor, batch, actor.person)))
      throw conflict('This batch has gone on, so there is nothing left to let pass.')
    return { ok: true }
  },
})
