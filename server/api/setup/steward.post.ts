import { z } from 'zod'
import { addFirstSteward } from '../../../store/people/first'
import { conflict } from '../../access'
import { store } from '../../context'
import { bodyOf } from '../../input'

const First = z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(10, 'a password of at least 10 characters').max(200) })

// The first person of an empty copy; refused for ever after.
export default defineEventHandler(async (event) => {
  const { name, password } = await bodyOf(event, First)
  const person = await addFirstSteward(store().sql, name, password)
  if (!person) throw conflict('Somebody is set up here already. Sign in, or ask a steward.')
  await replaceUserSession(event, { user: { id: person.id, name: person.name } })
  setResponseStatus(event, 201)
  return person
})
