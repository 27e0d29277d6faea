import { z } from 'zod'
import { SiblingView } from '../../../../shared/views/documents'
import { siblingsOf } from '../../../../store/documents/siblings'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'The documents of its batch: what is done, open and doubtful, who is at one, and the first words of each.',
  may: { see: 'document' },
  query: z.object({
    /** Only these, by number, with commas between. */
    only: z
      .string()
      .regex(/^\d{1,15}(,\d{1,15}){0,199}$/)
      .transform(text => text.split(',').map(Number))
      .optional(),
  }),
  answer: z.array(SiblingView),
  async run({ person, batch, query: { only } }) {
    const { sql } = store()
    return siblingsOf(sql, person, batch, await rubricOfBatch(sql, batch), only ?? null)
  },
})
