import { sendAgain } from '../../../../flow/amend'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Sends a filed document once more, as its next edition.',
  may: { change: 'document', act: 'index' },
  answer: Done,
  async run({ actor, batch, params }) {
    if (!(await sendAgain(store(), actor, { id: params.id, batch })))
      throw conflict(
        'A document is sent once more after all its deliveries arrived and nothing of its batch is open. One that did not arrive is ' +
          'tried again on its slip.',
      )
    return { ok: true }
  },
})
