import { z } from 'zod'
import { ProtectCode } from '../../../../core/rubric/choices'
import { putWordsRight } from '../../../../flow/putWordsRight'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

const Text = z
  .string()
  .trim()
  .max(200)
  .regex(/^[^\0-\x1f]*$/, 'no control characters')

export default defineRoute({
  does: 'Puts words of a page right; an empty one says that nothing stands there. A filed document is made and sent as its next edition.',
  may: { change: 'page', act: 'index' },
  body: z.strictObject({
    words: z
      .array(z.strictObject({ at: z.int().min(0).max(100_000), was: z.string().max(2000), said: Text }))
      .min(1)
      .max(500),
    code: ProtectCode.nullish(),
  }),
  answer: Done,
  async run({ actor, batch, params: { id }, body }) {
    const refused = await putWordsRight(store(), actor, { id, batch }, body.words, body.code ?? null)
    if (refused) throw conflict(refused)
    return { ok: true }
  },
})
