import { z } from 'zod'
import { addTry } from '../../../store/setup/tries'
import { requireBatch } from '../../access'
import { store } from '../../context'
import { defineRoute } from '../../route'
import { soundRubric } from '../../rubrics'

export default defineRoute({
  does: 'Tries a draft on an earlier batch: nothing of the batch changes.',
  may: 'steward',
  status: 202,
  body: z.strictObject({ body: z.unknown(), batch: z.int().positive() }),
  async run({ person, body: { body, batch } }) {
    await requireBatch(person, 'batch', batch)
    const rubric = soundRubric(body)
    const { sql, queue } = store()
    return { id: await addTry(sql, queue, { person: person.id, body: rubric, batch, file: null }) }
  },
})
