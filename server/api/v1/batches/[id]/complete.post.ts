import { completeOnceIn } from '../../../../../flow/complete'
import { Accepted } from '../../../../../shared/views/api'
import { showBatch } from '../../../../../store/batches/show'
import { store } from '../../../../context'
import { conflict, notThere } from '../../../../refusals'
import { defineRoute } from '../../../../route'

export default defineRoute({
  does: 'Says that all files of a batch are in; it is sorted into documents once the last is taken apart.',
  may: { change: 'batch', act: 'scan' },
  scope: 'capture',
  status: 202,
  answer: Accepted,
  async run({ actor, batch }) {
    const { sql } = store()
    if (!(await completeOnceIn(store(), actor, batch))) {
      throw conflict(
        'This batch cannot be completed: no file was handed in, or it is held or given up. Hand a file in first, or begin another.',
      )
    }
    const shown = await showBatch(sql, batch)
    if (!shown) throw notThere()
    return { id: batch, state: shown.state }
  },
})
