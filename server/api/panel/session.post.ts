import { z } from 'zod'
import { forgetFailures, lockedOut, lockOutWords, noteFailure } from '../../../store/people/lockOut'
import { personByPassword, personByToken } from '../../../store/people/people'
import { takeTap } from '../../../store/setup/panels'
import { store } from '../../context'
import { bodyOf } from '../../input'
import { panelName, pinKey, requirePanel } from '../../panel'

const SignIn = z.union([
  z.strictObject({ pin: z.string().regex(/^\d{4,12}$/, '4 to 12 digits') }),
  z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) }),
  /** A badge was held to the reader beside this panel. */
  z.strictObject({ badge: z.literal(true) }),
])

// Signs somebody in at a panel. Failures lock the panel for a while, since a PIN alone says who comes.
export default defineEventHandler(async (event) => {
  const panel = await requirePanel(event)
  const asked = await bodyOf(event, SignIn)
  const { sql } = store()
  if ('badge' in asked) {
    const person = await takeTap(sql, panel.id)
    if (person) await replaceUserSession(event, { user: { id: person.id, name: person.name } })
    return person
  }
  const who = panelName(panel.id)
  if (await lockedOut(sql, who)) throw createError({ statusCode: 429, message: lockOutWords })
  const person = 'pin' in asked ? await personByToken(sql, 'pin', asked.pin, pinKey()) : await personByPassword(sql, asked.name, asked.password)
  if (!person) {
    await noteFailure(sql, who)
    throw createError({ statusCode: 401, message: 'pin' in asked ? 'Nobody has this PIN. Try again.' : 'This name and password do not belong together. Check both, then try again.' })
  }
  await forgetFailures(sql, who)
  await replaceUserSession(event, { user: { id: person.id, name: person.name } })
  return person
})
