import { z } from 'zod'
import { saveRubric } from '../../../store/setup/rubrics'
import { requireRole } from '../../access'
import { store } from '../../context'
import { bodyOf, uuidOf } from '../../input'
import { answerSaved, soundRubric } from '../../rubrics'

const Save = z.strictObject({ from: z.int().positive(), body: z.unknown() })

// The next version of a rubric.
export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  const id = uuidOf(event)
  const { from, body } = await bodyOf(event, Save)
  const rubric = soundRubric(body)
  return answerSaved(event, await saveRubric(store().sql, id, from, rubric, person.id), rubric.name)
})
