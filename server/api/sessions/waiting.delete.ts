import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { turnWasRight } from '../../../store/people/signInTries'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Lets a sign-in that must wait be tried at once.',
  may: 'steward',
  body: z.strictObject({ who: z.string().min(1).max(300) }),
  answer: Done,
  async run({ body: { who } }) {
    await turnWasRight(store().sql, who, 'all')
    return { ok: true }
  },
})
