import { z } from 'zod'
import { listSlips } from '../../../store/slips/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Slips that one may see.',
  may: 'person',
  query: ListQuery.extend({
    /** A part of its document's name, its batch's, or the place where it arrived. */
    text: z.string().trim().max(120).default(''),
    state: z.enum(['waiting', 'delivered', 'failed']).optional(),
    sort: z.enum(['newest', 'oldest']).default('newest'),
  }),
  run: ({ person, query: { before, ...which } }) => listSlips(store().sql, person, { ...which, before: before ?? null, most: listLength }),
})
