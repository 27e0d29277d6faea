import { z } from 'zod'
import { Done } from '../../../../../shared/views/done'
import { dismissSuggestion } from '../../../../../store/suggestions'
import { store } from '../../../../context'
import { notThere } from '../../../../refusals'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'Lets a suggestion be seen no more.',
  may: 'steward',
  params: Identity,
  body: z.strictObject({ key: z.string().min(1).max(300) }),
  answer: Done,
  async run({ person, params: { id }, body: { key } }) {
    if (!(await dismissSuggestion(store().sql, id, key, person.id))) throw notThere()
    return { ok: true }
  },
})
