import { z } from 'zod'
import { nextToEnter } from '../../../store/documents/next'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'The next document of a rubric, whatever its batch, or of a batch that waits for whoever asks to enter its values.',
  may: 'person',
  query: z.union([z.object({ rubric: z.string().min(1).max(120) }), z.object({ batch: z.coerce.number().int().positive() })]),
  answer: z.strictObject({ id: z.number().nullable() }),
  run: async ({ person, query }) => ({ id: await nextToEnter(store().sql, person, query) }),
})
