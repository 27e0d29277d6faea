import { amendDocument } from '../../../../flow/amend'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Opens a finished document, so that pages can be added to it.',
  may: { change: 'document', act: 'index' },
  async run({ actor, batch, params }) {
    if (!(await amendDocument(store(), actor, { id: params.id, batch })))
      throw conflict('Pages can be added to a document once it is made and none of its deliveries is under way.')
    return { ok: true }
  },
})
