import { z } from 'zod'
import { findOffice } from '../../../store/setup/office'
import { listSlips } from '../../../store/slips/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'
import { SlipQuery } from '../../slipQuery'

export default defineRoute({
  does: 'Slips that one may see.',
  may: 'person',
  query: ListQuery.extend(SlipQuery.shape).extend({ sort: z.enum(['newest', 'oldest']).default('newest') }),
  async run({ person, query: { before, ...which } }) {
    const { sql } = store()
    const { timeZone } = await findOffice(sql)
    return listSlips(sql, person, { ...which, before: before ?? null, most: listLength }, timeZone)
  },
})
