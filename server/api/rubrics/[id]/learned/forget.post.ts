import { z } from 'zod'
import { Done } from '../../../../../shared/views/done'
import { forgetLearned } from '../../../../../store/learned'
import { store } from '../../../../context'
import { notThere } from '../../../../refusals'
import { defineRoute, Identity } from '../../../../route'

const name = z.string().max(200).default('')

export default defineRoute({
  does: 'Forgets what was learned of a rubric’s types, or of where a field’s values stand. What is confirmed from now on teaches anew.',
  may: 'steward',
  params: Identity,
  body: z.strictObject({ what: z.enum(['types', 'place']), type: name, field: name }),
  answer: Done,
  async run({ params: { id }, body }) {
    if (!(await forgetLearned(store().sql, id, body))) throw notThere()
    return { ok: true }
  },
})
