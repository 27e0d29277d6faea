import { z } from 'zod'
import { forgetFailures, lockedOut, lockOutWords, noteFailure } from '../../store/people/lockOut'
import { personByPassword } from '../../store/people/people'
import { store } from '../context'
import { defineRoute, refuse } from '../route'
import { signIn } from '../session'

export default defineRoute({
  does: 'Signs somebody in by name and password.',
  may: 'anybody',
  body: z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) }),
  async run({ event, body: { name, password } }) {
    const { sql } = store()
    const who = `name ${name.toLowerCase()}`
    if (await lockedOut(sql, who)) throw refuse(429, lockOutWords)
    const person = await personByPassword(sql, name, password)
    if (!person) await noteFailure(sql, who)
    else await forgetFailures(sql, who)
    if (!person) throw refuse(401, 'This name and password do not belong together. Check both, then try again.')
    await signIn(event, person)
    return person
  },
})
