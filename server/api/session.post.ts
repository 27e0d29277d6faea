import { z } from 'zod'
import { forgetFailures, lockedOut, lockOutWords, noteFailure } from '../../store/people/lockOut'
import { personByPassword } from '../../store/people/people'
import { store } from '../context'
import { bodyOf } from '../input'

const SignIn = z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) })

export default defineEventHandler(async (event) => {
  const { name, password } = await bodyOf(event, SignIn)
  const { sql } = store()
  const who = `name ${name.toLowerCase()}`
  if (await lockedOut(sql, who)) throw createError({ statusCode: 429, message: lockOutWords })
  const person = await personByPassword(sql, name, password)
  if (!person) await noteFailure(sql, who)
  else await forgetFailures(sql, who)
  if (!person) throw createError({ statusCode: 401, message: 'This name and password do not belong together. Check both, then try again.' })
  await replaceUserSession(event, { user: { id: person.id, name: person.name } })
  return person
})
