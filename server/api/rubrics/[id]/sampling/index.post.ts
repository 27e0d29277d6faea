import { z } from 'zod'
import { Done } from '../../../../../shared/views/done'
import { inspectionOf, resumeSampling } from '../../../../../store/setup/sampling'
import { store } from '../../../../context'
import { conflict } from '../../../../refusals'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'Lets a rubric’s batches pass by their samples again, after so many were refused that none did, with what was done about it.',
  may: 'steward',
  setting: 'sampling',
  params: Identity,
  body: z.strictObject({ why: z.string().trim().min(3, 'say what was done').max(500) }),
  answer: Done,
  async run({ person, params: { id }, body: { why } }) {
    await store().sql.begin(async tx => {
      // Two who say it at once say it once.
      await tx`select 1 from rubrics where id = ${id} for update`
      if ((await inspectionOf(tx, id)) !== 'suspended') throw conflict('Batches of this rubric pass by their samples already.')
      await resumeSampling(tx, id, person.id, why)
    })
    return { ok: true }
  },
})
