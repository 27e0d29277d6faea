import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { forgetSearch } from '../../../../store/find/kept'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Forgets a kept search of one’s own.',
  may: 'person',
  params: z.object({ id: z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER) }),
  answer: Done,
  async run({ person, params: { id } }) {
    await forgetSearch(store().sql, person.id, id)
    return { ok: true }
  },
})
