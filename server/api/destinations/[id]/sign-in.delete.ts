import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { removeGrant } from '../../../../store/setup/grants'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Forgets what a steward’s sign-in for a destination gave.',
  may: 'steward',
  setting: 'destination',
  params: z.object({ id: z.string().max(64) }),
  answer: Done,
  async run({ params: { id } }) {
    if (!(await removeGrant(store().sql, id))) throw notThere()
    return { ok: true }
  },
})
