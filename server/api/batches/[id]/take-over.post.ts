import { takeOver } from '../../../../flow/handOver'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Makes a batch one’s own: work that waits for one’s group, or of somebody who is away.',
  may: { change: 'batch', act: 'fix' },
  answer: Done,
  async run({ actor, batch }) {
    if (!(await takeOver(store(), actor, batch))) throw conflict('Nothing is left to do with this batch, so there is nothing to take over.')
    return { ok: true }
  },
})
