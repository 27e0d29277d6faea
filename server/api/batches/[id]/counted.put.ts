import { z } from 'zod'
import { countSheets } from '../../../../flow/expected'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'How many sheets a person counted for one load.',
  may: { change: 'batch', act: 'scan' },
  body: z.strictObject({ load: z.int().positive(), sheets: z.int().positive().max(100_000).nullable() }),
  answer: Done,
  async run({ actor, batch, body: { load, sheets } }) {
    if (!(await countSheets(store(), actor, batch, load, sheets)))
      throw conflict('This batch has gone on, so nothing is compared any more.')
    return { ok: true }
  },
})
