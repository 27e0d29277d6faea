import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { passwordHashOf, setPassword } from '../../../store/people/manage'
import { secretMatches } from '../../../store/people/passwords'
import { turnWasRight } from '../../../store/people/signInTries'
import { store } from '../../context'
import { checkPassword } from '../../passwordRule'
import { defineRoute, refuse } from '../../route'
import { sessionOf } from '../../session'
import { takeTurns } from '../../signInTurns'

export default defineRoute({
  does: 'Changes one’s own password; every other place where one is signed in ends.',
  may: 'person',
  body: z.strictObject({ old: z.string().min(1).max(200), password: z.string().min(1).max(200) }),
  answer: Done,
  async run({ event, person, body: { old, password } }) {
    const { sql } = store()
    const who = `proof ${person.id}`
    await takeTurns(event, [[who, { free: 10, most: 600 }]])
    if (!(await secretMatches(old, (await passwordHashOf(sql, person.id)) ?? '')))
      throw refuse(422, 'This is not your password of now. Type it again.')
    await turnWasRight(sql, who, 'all')
    checkPassword(password, person.name)
    const session = await sessionOf(event)
    await sql.begin(tx => setPassword(tx, person.id, password, session))
    return { ok: true }
  },
})
