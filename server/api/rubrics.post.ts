import { z } from 'zod'
import { createRubric } from '../../store/setup/rubrics'
import { store } from '../context'
import { defineRoute } from '../route'
import { answerSaved, soundRubric } from '../rubrics'

export default defineRoute({
  does: 'Adds a rubric.',
  may: 'steward',
  setting: 'rubric',
  body: z.strictObject({ body: z.unknown() }),
  answer: z.strictObject({ id: z.string(), version: z.number() }),
  async run({ event, person, body }) {
    const rubric = soundRubric(body.body)
    return answerSaved(event, await createRubric(store().sql, rubric, person.id), rubric.name)
  },
})
