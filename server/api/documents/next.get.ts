import { z } from 'zod'
import { nextToEnter } from '../../../store/documents/next'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'The next document of a rubric, whatever its batch, that waits for whoever asks to enter its values.',
  may: 'person',
  query: z.object({ rubric: z.string().min(1).max(120) }),
  answer: z.strictObject({ id: z.number().nullable() }),
  run: async ({ person, query: { rubric } }) => ({ id: await nextToEnter(store().sql, person, rubric) }),
})
