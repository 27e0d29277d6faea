import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { deletePrint } from '../../../store/printJobs'
import { store } from '../../context'
import { conflict } from '../../refusals'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Lets a print job that waits go unprinted.',
  may: 'person',
  params: z.object({
    id: z.coerce
      .number()
      .int()
      .positive()
      .max(2 ** 31 - 1),
  }),
  answer: Done,
  async run({ person, params }) {
    if (!(await deletePrint(store().sql, person.id, params.id)))
      throw conflict('This job does not wait any more. It was printed or deleted meanwhile.')
    return { ok: true }
  },
})
