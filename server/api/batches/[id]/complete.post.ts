import { completeBatch } from '../../../../flow/complete'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Says that all paper of a batch is in.',
  may: { change: 'batch', act: 'scan' },
  answer: Done,
  async run({ actor, batch }) {
    if (!(await completeBatch(store(), actor, batch)))
      throw conflict('This batch cannot be completed now: a device still scans for it, nothing was handed in, or it is complete already.')
    return { ok: true }
  },
})
