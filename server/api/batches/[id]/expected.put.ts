import { Expected } from '../../../../core/ledger/expected'
import { expect } from '../../../../flow/expected'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'What the operator counted, or has a list of.',
  may: { change: 'batch', act: 'scan' },
  body: Expected,
  answer: Done,
  async run({ actor, batch, body }) {
    if (!(await expect(store(), actor, batch, body))) throw conflict('This batch has gone on, so nothing is compared any more.')
    return { ok: true }
  },
})
