import { z } from 'zod'
import { AddressView } from '../../shared/views/people'
import { findAddresses } from '../../store/people/addresses'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Entries of the address book that a part of a name or address fits.',
  may: 'person',
  query: z.strictObject({ part: z.string().trim().max(100).default('') }),
  answer: z.array(AddressView),
  run: ({ query }) => findAddresses(store().sql, query.part),
})
