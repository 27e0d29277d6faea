import { z } from 'zod'
import { saveRubric } from '../../../store/setup/rubrics'
import { store } from '../../context'
import { defineRoute, Identity } from '../../route'
import { answerSaved, soundRubric } from '../../rubrics'

export default defineRoute({
  does: 'Publishes the next version of a rubric.',
  may: 'steward',
  setting: 'rubric',
  params: Identity,
  body: z.strictObject({ from: z.int().positive(), body: z.unknown() }),
  answer: z.strictObject({ id: z.string(), version: z.number() }),
  async run({ event, person, params, body: { from, body } }) {
    const rubric = soundRubric(body)
    return answerSaved(event, await saveRubric(store().sql, params.id, from, rubric, person.id), rubric.name)
  },
})
