import { z } from 'zod'
import { saveDraft } from '../../../../store/setup/drafts'
import { newestRubric } from '../../../../store/setup/rubrics'
import { notThere, requireRole } from '../../../access'
import { store } from '../../../context'
import { bodyOf, uuidOf } from '../../../input'
import { soundRubric } from '../../../rubrics'

const Draft = z.strictObject({ from: z.int().positive(), body: z.unknown() })

// Keeps a draft; batches go on with the published version.
export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  const id = uuidOf(event)
  const { from, body } = await bodyOf(event, Draft)
  const rubric = soundRubric(body)
  const { sql } = store()
  if (!await newestRubric(sql, id)) throw notThere()
  await saveDraft(sql, id, from, rubric, person.id)
  return { ok: true }
})
