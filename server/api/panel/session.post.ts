import { z } from 'zod'
import { forgetFailures, lockedOut, lockOutWords, noteFailure } from '../../../store/people/lockOut'
import { personByPassword, personByToken } from '../../../store/people/people'
import { takeTap } from '../../../store/setup/panels'
import { store } from '../../context'
import { panelName, pinKey, requirePanel } from '../../panel'
import { defineRoute, refuse } from '../../route'
import { signIn } from '../../session'

export default defineRoute({
  does: 'Signs somebody in at a panel. Failures lock the panel for a while, since a PIN alone says who comes.',
  may: 'anybody',
  body: z.union([
    z.strictObject({ pin: z.string().regex(/^\d{4,12}$/, '4 to 12 digits') }),
    z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) }),
    /** A badge was held to the reader beside this panel. */
    z.strictObject({ badge: z.literal(true) }),
  ]),
  async run({ event, body }) {
    const panel = await requirePanel(event)
    const { sql } = store()
    if ('badge' in body) {
      const person = await takeTap(sql, panel.id)
      if (person) await signIn(event, person)
      return person
    }
    const who = panelName(panel.id)
    if (await lockedOut(sql, who)) throw refuse(429, lockOutWords)
    const person = 'pin' in body ? await personByToken(sql, 'pin', body.pin, pinKey()) : await personByPassword(sql, body.name, body.password)
    if (!person) {
      await noteFailure(sql, who)
      throw refuse(401, 'pin' in body ? 'Nobody has this PIN. Try again.' : 'This name and password do not belong together. Check both, then try again.')
    }
    await forgetFailures(sql, who)
    await signIn(event, person)
    return person
  },
})
