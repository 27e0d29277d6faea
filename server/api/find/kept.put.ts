import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { keepSearch } from '../../../store/find/kept'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Keeps a search under a name of one’s own.',
  may: 'person',
  body: z.strictObject({ name: z.string().trim().min(1).max(80), query: z.record(z.string().max(80), z.string().max(200)) }),
  answer: Done,
  async run({ person, body: { name, query } }) {
    await keepSearch(store().sql, person.id, name, query)
    return { ok: true }
  },
})
