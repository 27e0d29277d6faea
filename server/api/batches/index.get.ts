import { z } from 'zod'
import { listBatches } from '../../../store/batches/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'

const flag = z
  .enum(['true', 'false'])
  .default('false')
  .transform(text => text === 'true')

export default defineRoute({
  does: 'Batches that one may see, the newest first.',
  may: 'person',
  query: ListQuery.extend({
    open: flag,
    mine: flag,
    /** A part of its name or its rubric's. */ text: z.string().trim().max(120).default(''),
  }),
  run: ({ person, query: { before, ...which } }) =>
    listBatches(store().sql, person, { ...which, before: before ?? null, most: listLength }),
})
