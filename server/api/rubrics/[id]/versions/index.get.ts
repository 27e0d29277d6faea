import { versionsOf } from '../../../../../store/setup/drafts'
import { store } from '../../../../context'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'The versions of a rubric, the newest first.',
  may: 'steward',
  params: Identity,
  run: ({ params }) => versionsOf(store().sql, params.id),
})
