import { z } from 'zod'
import { Pages } from '../../../../core/model/edit'
import { pastePages } from '../../../../flow/paste'
import { Done } from '../../../../shared/views/done'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Puts pages of another batch, or copies of its own, into a batch.',
  may: { change: 'batch', act: 'fix' },
  body: z.strictObject({
    from: z.int().positive(),
    pages: Pages,
    /** The page in front of which they go; null for the end. */
    before: z.int().positive().nullable(),
    cut: z.boolean(),
  }),
  answer: Done,
  async run({ person, actor, batch, body }) {
    await requireBatch(person, 'batch', body.from, 'fix')
    const made = await pastePages(store(), actor, { ...body, into: batch })
    return answerCorrection(made, 'These pages can no longer be taken: their batch has gone on, or they are not there any more.')
  },
})
