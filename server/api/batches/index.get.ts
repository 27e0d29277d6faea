import { z } from 'zod'
import { listBatches } from '../../../store/batches/list'
import { requirePerson } from '../../access'
import { store } from '../../context'
import { listLength, ListQuery, queryOf } from '../../input'

const Query = ListQuery.extend({ open: z.enum(['true', 'false']).default('false'), mine: z.enum(['true', 'false']).default('false') })

export default defineEventHandler(async (event) => {
  const person = await requirePerson(event)
  const { before, open, mine } = queryOf(event, Query)
  return listBatches(store().sql, person, { open: open === 'true', mine: mine === 'true', before: before ?? null, most: listLength })
})
