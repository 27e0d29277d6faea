import { z } from 'zod'
import { RubricVersion } from '../../../../../shared/views/rubrics'
import { versionsOf } from '../../../../../store/setup/drafts'
import { store } from '../../../../context'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'The versions of a rubric, the newest first.',
  may: 'steward',
  params: Identity,
  answer: z.array(RubricVersion),
  run: ({ params }) => versionsOf(store().sql, params.id),
})
