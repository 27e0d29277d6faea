import { rubricChanges } from '../../../../core/model/rubricDifference'
import { versionsOfBatch } from '../../../../flow/revise'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'What the newest version of its rubric would change for a batch.',
  may: { see: 'batch' },
  async run({ batch }) {
    const versions = await versionsOfBatch(store().sql, batch)
    if (!versions) throw notThere()
    const { from, to, before, after } = versions
    return { from, to, changes: rubricChanges(before, after) }
  },
})
