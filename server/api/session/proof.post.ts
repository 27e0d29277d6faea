import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { passwordHashOf } from '../../../store/people/manage'
import { secretMatches } from '../../../store/people/passwords'
import { noteProof } from '../../../store/people/sessions'
import { turnWasRight } from '../../../store/people/signInTries'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'
import { sessionOf } from '../../session'
import { takeTurns } from '../../signInTurns'

export default defineRoute({
  does: 'Shows one’s password again, as what stewards change asks for.',
  may: 'person',
  body: z.strictObject({ password: z.string().min(1).max(200) }),
  answer: Done,
  async run({ event, person, body: { password } }) {
    const { sql } = store()
    const who = `proof ${person.id}`
    await takeTurns(event, [[who, { free: 10, most: 600 }]])
    if (!(await secretMatches(password, (await passwordHashOf(sql, person.id)) ?? '')))
      throw refuse(422, 'This is not your password. Type it again.')
    await turnWasRight(sql, who, 'all')
    const session = await sessionOf(event)
    if (session !== null) await noteProof(sql, session)
    return { ok: true }
  },
})
