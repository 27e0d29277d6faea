import { completeBatch } from '../../../../../flow/complete'
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
    if (!(await completeBatch(store(), actor, batch))) {
      throw conflict(
        'This batch cannot be completed now: no file is in, one is still being taken apart, or it is complete already. Look at ' +
          'it, then ask again.',
      )
    }
    const shown = await showBatch(sql, batch)
    if (!shown) throw notThere()
    return { id: batch, state: shown.state }
  },
})
