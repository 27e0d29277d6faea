import { z } from 'zod'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'How much of the demo’s week is there; none of none where this is no demo.',
  may: 'person',
  answer: z.strictObject({ done: z.number(), of: z.number() }),
  async run() {
    const [row] = await store().sql<{ done: number; of: number }[]>`
      select count(done_at)::int as done, count(*)::int as of from demo_steps`
    return row!
  },
})
