import { z } from 'zod'
import { RubricDraft } from '../../../../shared/views/rubrics'
import { draftOf } from '../../../../store/setup/drafts'
import { store } from '../../../context'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'The draft of a rubric; null where nobody has one.',
  may: 'steward',
  params: Identity,
  answer: z.strictObject({ draft: RubricDraft.nullable() }),
  run: async ({ params }) => ({ draft: await draftOf(store().sql, params.id) }),
})
