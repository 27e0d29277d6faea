import { z } from 'zod'
import { createRubric } from '../../store/setup/rubrics'
import { requireRole } from '../access'
import { store } from '../context'
import { bodyOf } from '../input'
import { answerSaved, soundRubric } from '../rubrics'

const New = z.strictObject({ body: z.unknown() })

export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  const rubric = soundRubric((await bodyOf(event, New)).body)
  return answerSaved(event, await createRubric(store().sql, rubric, person.id), rubric.name)
})
