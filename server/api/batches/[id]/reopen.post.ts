import { reopenBatch } from '../../../../flow/complete'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Takes back that all paper is in: more loads may join.',
  may: { change: 'batch', act: 'scan' },
  answer: Done,
  async run({ actor, batch }) {
    if (!(await reopenBatch(store(), actor, batch)))
      throw conflict(
        'This batch takes no more paper: it is open already, or documents of it are confirmed and being filed. Start another ' +
          'batch with the rest.',
      )
    return { ok: true }
  },
})
