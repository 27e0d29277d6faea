import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { saveDraft } from '../../../../store/setup/drafts'
import { newestRubric } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'
import { soundRubric } from '../../../rubrics'

export default defineRoute({
  does: 'Keeps a draft; batches go on with the published version.',
  may: 'steward',
  params: Identity,
  body: z.strictObject({ from: z.int().positive(), body: z.unknown() }),
  answer: Done,
  async run({ person, params, body: { from, body } }) {
    const rubric = soundRubric(body)
    const { sql } = store()
    if (!(await newestRubric(sql, params.id))) throw notThere()
    await saveDraft(sql, params.id, from, rubric, person.id)
    return { ok: true }
  },
})
