import { z } from 'zod'
import { personByPassword } from '../../store/people/people'
import { turnWasRight } from '../../store/people/signInTries'
import { store } from '../context'
import { defineRoute, refuse } from '../route'
import { addressOf, signedIn, signIn } from '../session'
import { tellOfTries } from '../tellOfTries'
import { takeTurns } from '../signInTurns'

export default defineRoute({
  does: 'Signs somebody in by name and password. Each failure makes the next try wait longer, for that name from there.',
  may: 'anybody',
  body: z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) }),
  async run({ event, body: { name, password } }) {
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
      await tellOfTries(name)
      throw refuse(401, 'This name and password do not belong together. Check both, then try again.')
    }
    await turnWasRight(sql, here, 'all')
    for (const other of [who, `address ${address}`]) await turnWasRight(sql, other, 'turn')
    await signIn(event, person, null)
    return signedIn(person)
  },
})
