import { Done } from '../../../../shared/views/done'
import { dropDraft } from '../../../../store/setup/drafts'
import { store } from '../../../context'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Throws the draft of a rubric away.',
  may: 'steward',
  params: Identity,
  answer: Done,
  async run({ params }) {
    await dropDraft(store().sql, params.id)
    return { ok: true }
  },
})
