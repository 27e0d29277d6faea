import { z } from 'zod'
import { SignedIn } from '../../shared/views/people'
import { personByPassword } from '../../store/people/people'
import { hasSecondFactor, secondFactorFits } from '../../store/people/secondFactor'
import { turnWasRight } from '../../store/people/signInTries'
import { store } from '../context'
import { defineRoute, refuse } from '../route'
import { addressOf, noteFailure, signedIn, signIn } from '../session'
import { takeTurns } from '../signInTurns'
import { tellOfTries } from '../tellOfTries'

export default defineRoute({
  does: 'Signs somebody in by name and password. Each failure makes the next try wait longer, for that name from there.',
  may: 'anybody',
  body: z.strictObject({
    name: z.string().trim().min(1).max(120),
    password: z.string().min(1).max(200),
    /** Of the second factor, where the person has one. */
    code: z
      .string()
      .regex(/^\d{6}$/, 'six digits')
      .optional(),
  }),
  answer: SignedIn,
  async run({ event, body: { name, password, code } }) {
    const { sql } = store()
    const address = addressOf(event)
    const who = `name ${name.toLowerCase()}`
    const here = `${who} from ${address}`
    // A name alone waits for half a minute at most, so that nobody can lock another out.
    await takeTurns(event, [
      [here, { free: 10, most: 600 }],
      [who, { free: 20, most: 30 }],
      [`address ${address}`, { free: 100, most: 600 }],
    ])
    const person = await personByPassword(sql, name, password)
    if (!person) {
      await noteFailure(event, name)
      await tellOfTries(name)
      throw refuse(401, 'This name and password do not belong together. Check both, then try again.')
    }
    if (await hasSecondFactor(sql, person.id)) {
      // The password alone forgets no failures: its holder may still be guessing at the code.
      if (code === undefined) throw refuse(401, 'Now type the six digits that your authenticator shows.', { code: true })
      if (!(await secondFactorFits(sql, person.id, code))) {
        await noteFailure(event, name)
        await tellOfTries(name)
        throw refuse(401, 'This code is not right, or was used before. Wait for the next one and type that.', { code: true })
      }
    }
    await turnWasRight(sql, here, 'all')
    for (const other of [who, `address ${address}`]) await turnWasRight(sql, other, 'turn')
    await signIn(event, person, null)
    return signedIn(person)
  },
})
