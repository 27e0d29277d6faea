import { z } from 'zod'
import { addAddress } from '../../store/people/addresses'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Adds an entry to the address book.',
  may: 'person',
  status: 201,
  body: z.strictObject({ name: z.string().trim().min(1).max(120), mail: z.email('an address such as name@office.example') }),
  answer: z.strictObject({ name: z.string(), mail: z.string() }),
  run({ person, body }) {
    return addAddress(store().sql, { ...body, by: person.id })
  },
})
