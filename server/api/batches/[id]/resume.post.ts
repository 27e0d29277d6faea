import { resumeBatch } from '../../../../flow/hold'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Has a held batch tried again.',
  may: { change: 'batch', act: 'fix' },
  answer: Done,
  async run({ actor, batch }) {
    if (!(await resumeBatch(store(), actor, batch))) throw conflict('This batch is not held.')
    return { ok: true }
  },
})
