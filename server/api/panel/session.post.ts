import { z } from 'zod'
import { SignedIn } from '../../../shared/views/people'
import { personByPassword, personByToken } from '../../../store/people/people'
import { turnWasRight } from '../../../store/people/signInTries'
import { takeTap } from '../../../store/setup/panels'
import { store } from '../../context'
import { panelName, pinKey, requirePanel } from '../../panel'
import { defineRoute, refuse } from '../../route'
import { noteFailure, signedIn, signIn } from '../../session'
import { takeTurns } from '../../signInTurns'

export default defineRoute({
  does: 'Signs somebody in at a panel. Failures make the panel wait, longer each time, since a PIN alone says who comes.',
  may: 'anybody',
  body: z.union([
    z.strictObject({ pin: z.string().regex(/^\d{4,12}$/, '4 to 12 digits') }),
    z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) }),
    /** A badge was held to the reader beside this panel. */
    z.strictObject({ badge: z.literal(true) }),
  ]),
  answer: SignedIn.nullable(),
  async run({ event, body }) {
    const panel = await requirePanel(event)
    const { sql } = store()
    if ('badge' in body) {
      const person = await takeTap(sql, panel.id)
      if (person) await signIn(event, person, panel.id)
      return person && signedIn(person)
    }
    const who = panelName(panel.id)
    await takeTurns(event, [[who, { free: 5, most: 600 }]])
    const person =
      'pin' in body ? await personByToken(sql, 'pin', body.pin, pinKey()) : await personByPassword(sql, body.name, body.password)
    if (!person) {
      await noteFailure(event, 'name' in body ? body.name : null)
      throw refuse(
        401,
        'pin' in body ? 'Nobody has this PIN. Try again.' : 'This name and password do not belong together. Check both, then try again.',
      )
    }
    // What failed before still counts: one's own PIN between guesses at others' clears nothing.
    await turnWasRight(sql, who, 'turn')
    await signIn(event, person, panel.id)
    return signedIn(person)
  },
})
