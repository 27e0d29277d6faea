import { leaveDocument } from '../../../../flow/documentLease'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: "Gives one's own lease of a document back.",
  may: { see: 'document' },
  answer: Done,
  async run({ person, batch, params: { id } }) {
    await leaveDocument(store().sql, { id, batch }, person.id)
    return { ok: true }
  },
})
