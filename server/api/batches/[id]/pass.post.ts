import { z } from 'zod'
import { passUnchecked } from '../../../../flow/check'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Lets a batch go on without what is left of its check; the reason is kept.',
  may: { change: 'batch', act: 'check' },
  body: z.strictObject({ why: z.string().trim().min(3, 'a reason').max(300) }),
  answer: Done,
  async run({ actor, batch, body: { why } }) {
    if (!(await passUnchecked(store(), actor, batch, why))) throw conflict('This batch does not wait to be checked any more.')
    return { ok: true }
  },
})
