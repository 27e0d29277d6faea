import { z } from 'zod'
import { setType } from '../../../../flow/setType'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Says of which type an open document is; values of fields that both types have stay.',
  may: { change: 'document', act: 'index' },
  body: z.strictObject({ type: z.string().min(1).max(64) }),
  answer: Done,
  async run({ actor, batch, params: { id }, body: { type } }) {
    return answerCorrection(
      await setType(store(), actor, { id, batch }, type),
      'This document is confirmed already, or its rubric has no such type. Load the page again.',
    )
  },
})
