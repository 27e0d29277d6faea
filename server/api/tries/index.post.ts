import { z } from 'zod'
import { addTry } from '../../../store/setup/tries'
import { requireBatch, requireRole } from '../../access'
import { store } from '../../context'
import { bodyOf } from '../../input'
import { soundRubric } from '../../rubrics'

const Try = z.strictObject({ body: z.unknown(), batch: z.int().positive() })

// A draft, tried on an earlier batch: nothing of the batch changes.
export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  const { body, batch } = await bodyOf(event, Try)
  await requireBatch(event, batch)
  const rubric = soundRubric(body)
  const { sql, queue } = store()
  setResponseStatus(event, 202)
  return { id: await addTry(sql, queue, { person: person.id, body: rubric, batch, file: null }) }
})
