import { z } from 'zod'
import { addBatch } from '../../../../flow/start'
import { BatchMade } from '../../../../shared/views/api'
import { rubricsFor } from '../../../../store/people/rights'
import { rubricNamed } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { newBatch } from '../../../newBatch'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Starts a batch that waits for files.',
  may: 'person',
  scope: 'capture',
  status: 201,
  body: z.strictObject({
    /** The name of the rubric. */
    rubric: z.string().trim().min(1).max(200),
    name: z.string().trim().max(120).optional(),
    /** Values of the fields that the rubric asks before scanning. */
    values: z.record(z.string().max(64), z.string().max(1000)).optional(),
  }),
  answer: BatchMade,
  async run({ person, actor, body }) {
    const { sql } = store()
    const named = await rubricNamed(sql, body.rubric)
    // One with which this person may not scan is as good as none.
    const rubric = named !== null && (await rubricsFor(sql, person, 'scan')).has(named) ? named : null
    if (!rubric)
      throw refuse(422, `No rubric is called “${body.rubric}”. Compare its name under Rubrics.`, [
        { path: 'rubric', message: `found ${JSON.stringify(body.rubric)}, expected the name of a rubric` },
      ])
    const batch = await newBatch(person, { rubric, name: body.name ?? '', values: body.values ?? {}, choices: {}, sends: [] }, 'files')
    return { id: await sql.begin(tx => addBatch(tx, actor, batch)) }
  },
})
