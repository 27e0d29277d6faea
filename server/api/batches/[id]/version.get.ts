import { z } from 'zod'
import { rubricChanges } from '../../../../core/rubric/rubricDifference'
import { RubricChange } from '../../../../core/rubric/rubricDifference'
import { versionsOfBatch } from '../../../../flow/revise'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'What the newest version of its rubric would change for a batch.',
  may: { see: 'batch' },
  answer: z.strictObject({ from: z.number(), to: z.number(), changes: z.array(RubricChange) }),
  async run({ batch }) {
    const versions = await versionsOfBatch(store().sql, batch)
    if (!versions) throw notThere()
    const { from, to, before, after } = versions
    return { from, to, changes: rubricChanges(before, after) }
  },
})
