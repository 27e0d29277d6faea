import { z } from 'zod'
import { Overview } from '../../shared/views/overview'
import { overviewOf } from '../../store/overview'
import { findOffice } from '../../store/setup/office'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'The figures of the work that one may see: what waits, what came in and was filed, what people put right, what pages weigh.',
  may: 'person',
  query: z.object({ days: z.coerce.number().int().min(1).max(366).default(30) }),
  answer: Overview,
  async run({ person, query }) {
    const { sql } = store()
    const { timeZone } = await findOffice(sql)
    return overviewOf(sql, person, query.days, timeZone)
  },
})
