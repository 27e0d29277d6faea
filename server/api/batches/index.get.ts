import { z } from 'zod'
import { listBatches } from '../../../store/batches/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'

const flag = z.enum(['true', 'false']).default('false').transform(text => text === 'true')

export default defineRoute({
  does: 'Batches that one may see, the newest first.',
  may: 'person',
  query: ListQuery.extend({ open: flag, mine: flag }),
  run: ({ person, query: { before, open, mine } }) => listBatches(store().sql, person, { open, mine, before: before ?? null, most: listLength }),
})
