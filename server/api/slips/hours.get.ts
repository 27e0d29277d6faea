import { z } from 'zod'
import { SlipHour } from '../../../shared/views/slips'
import { findOffice } from '../../../store/setup/office'
import { slipHours } from '../../../store/slips/list'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Deliveries that arrived and failed, by destination and hour.',
  may: 'person',
  query: z.object({ hours: z.coerce.number().int().min(1).max(744).default(48) }),
  answer: z.array(SlipHour),
  async run({ person, query }) {
    const { sql } = store()
    const { timeZone } = await findOffice(sql)
    return slipHours(sql, person, query.hours, timeZone)
  },
})
