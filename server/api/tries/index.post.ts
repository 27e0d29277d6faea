import { z } from 'zod'
import { addTry } from '../../../store/setup/tries'
import { requireBatch } from '../../access'
import { store } from '../../context'
import { defineRoute } from '../../route'
import { soundRubric } from '../../rubrics'

export default defineRoute({
  does: 'Tries a draft on an earlier batch, how it splits or what its files come to: nothing of the batch changes.',
  may: 'steward',
  status: 202,
  body: z.strictObject({ body: z.unknown(), batch: z.int().positive(), what: z.enum(['split', 'files']).default('split') }),
  answer: z.strictObject({ id: z.string() }),
  async run({ person, body: { body, batch, what } }) {
    await requireBatch(person, 'batch', batch)
    const rubric = soundRubric(body)
    const { sql, queue } = store()
    return { id: await addTry(sql, queue, { person: person.id, body: rubric, what, batch, file: null }) }
  },
})
