import { z } from 'zod'
import { addAddress } from '../../store/people/addresses'
import { requirePerson } from '../access'
import { store } from '../context'
import { bodyOf } from '../input'

const New = z.strictObject({ name: z.string().trim().min(1).max(120), mail: z.email('an address such as name@office.example') })

export default defineEventHandler(async (event) => {
  const person = await requirePerson(event)
  const entry = await bodyOf(event, New)
  await addAddress(store().sql, { ...entry, by: person.id })
  setResponseStatus(event, 201)
  return entry
})
