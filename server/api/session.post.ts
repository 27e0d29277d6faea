import { z } from 'zod'
import { personByPassword } from '../../store/people/people'
import { store } from '../context'
import { bodyOf } from '../input'

const SignIn = z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(1).max(200) })

export default defineEventHandler(async (event) => {
  const { name, password } = await bodyOf(event, SignIn)
  const person = await personByPassword(store().sql, name, password)
  if (!person) throw createError({ statusCode: 401, message: 'This name and password do not belong together. Check both, then try again.' })
  await replaceUserSession(event, { user: { id: person.id, name: person.name } })
  return person
})
