import { z } from 'zod'
import { Rubric } from '../../../../../core/rubric/rubric'
import { findRubric } from '../../../../../store/setup/rubrics'
import { store } from '../../../../context'
import { notThere } from '../../../../refusals'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'A rubric as an earlier version had it.',
  may: 'steward',
  params: Identity.extend({ version: z.coerce.number().int().positive().max(1_000_000) }),
  answer: Rubric,
  async run({ params: { id, version } }) {
    const rubric = await findRubric(store().sql, id, version)
    if (!rubric) throw notThere()
    return rubric
  },
})
