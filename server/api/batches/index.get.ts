import { z } from 'zod'
import { BatchState } from '../../../core/model/batchState'
import { BatchRow } from '../../../shared/views/batches'
import { listBatches } from '../../../store/batches/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'

const flag = z
  .enum(['true', 'false'])
  .default('false')
  .transform(text => text === 'true')

export default defineRoute({
  does: 'Batches that one may see.',
  may: 'person',
  query: ListQuery.extend({
    open: flag,
    mine: flag,
    /** A part of its name or its rubric's. */
    text: z.string().trim().max(120).default(''),
    state: BatchState.optional(),
    /** Days of the office on which it was begun, both included. */
    from: z.iso.date().optional(),
    to: z.iso.date().optional(),
    sort: z.enum(['newest', 'oldest', 'name']).default('newest'),
  }),
  answer: z.array(BatchRow),
  run: ({ person, query: { before, state, ...which } }) =>
    listBatches(store().sql, person, { ...which, state: state ?? null, before: before ?? null, most: listLength }),
})
