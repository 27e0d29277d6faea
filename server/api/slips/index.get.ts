import { z } from 'zod'
import { SlipRow } from '../../../shared/views/slips'
import { listSlips } from '../../../store/slips/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'
import { SlipQuery } from '../../slipQuery'

export default defineRoute({
  does: 'Slips that one may see.',
  may: 'person',
  query: ListQuery.extend(SlipQuery.shape).extend({ sort: z.enum(['newest', 'oldest']).default('newest') }),
  answer: z.array(SlipRow),
  run: ({ person, query: { before, ...which } }) => listSlips(store().sql, person, { ...which, before: before ?? null, most: listLength }),
})
