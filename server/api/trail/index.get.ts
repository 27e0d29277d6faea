import { z } from 'zod'
import { TrailLine } from '../../../shared/views/trail'
import { trailLines } from '../../../store/trailLines'
import { store } from '../../context'
import { defineRoute } from '../../route'

const most = 50
const day = z.iso.date().optional()

export default defineRoute({
  does: 'Who did what to which thing, the newest first.',
  may: 'steward',
  query: z.object({
    person: z.uuid().optional(),
    what: z.string().max(60).optional(),
    from: day,
    to: day,
    batch: z.coerce.number().int().positive().optional(),
    before: z.coerce.number().int().positive().nullable().default(null),
  }),
  answer: z.array(TrailLine),
  run: ({ query }) => trailLines(store().sql, { ...query, most }),
})
