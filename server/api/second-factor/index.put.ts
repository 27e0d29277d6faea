import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { confirmSecondFactor } from '../../../store/people/secondFactor'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'
import { takeTurns } from '../../signInTurns'

export default defineRoute({
  does: 'Takes the second factor that was offered, once a code of it was shown.',
  may: 'person',
  body: z.strictObject({ code: z.string().regex(/^\d{6}$/, 'six digits') }),
  answer: Done,
  async run({ event, person, body: { code } }) {
    await takeTurns(event, [[`factor ${person.id}`, { free: 10, most: 600 }]])
    if (!(await confirmSecondFactor(store().sql, person.id, code)))
      throw refuse(422, 'This code is not right. Type the one that the authenticator shows now, and see that its clock is right.')
    return { ok: true }
  },
})
