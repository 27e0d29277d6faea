import { draftOf } from '../../../../store/setup/drafts'
import { store } from '../../../context'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'The draft of a rubric; null where nobody has one.',
  may: 'steward',
  params: Identity,
  run: async ({ params }) => ({ draft: await draftOf(store().sql, params.id) }),
})
