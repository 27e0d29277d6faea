import { abandonBatch } from '../../../../flow/complete'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Gives a batch up; its sides stay on record.',
  may: { change: 'batch', act: 'scan' },
  answer: Done,
  async run({ actor, batch }) {
    if (!(await abandonBatch(store(), actor, batch))) throw conflict('This batch can no longer be abandoned: its files are on their way.')
    return { ok: true }
  },
})
