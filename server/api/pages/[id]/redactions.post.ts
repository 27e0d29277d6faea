import { z } from 'zod'
import { ByHand } from '../../../../core/model/redaction'
import { redactPage } from '../../../../flow/redact'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { noteLook } from '../../../originals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Decides what is blacked out on a page: boxes besides the machine’s, and places of the machine’s that are shown after all.',
  may: { change: 'page', act: 'fix' },
  body: z.strictObject({ add: ByHand.shape.add, show: ByHand.shape.show, why: z.string().trim().min(1).max(500) }),
  answer: Done,
  async run({ person, actor, batch, params: { id }, body: { why, ...decision } }) {
    // To show something is to see it.
    if (decision.show.length) await noteLook(person, actor, id)
    return answerCorrection(
      await redactPage(store(), actor, { id, batch }, decision, why),
      'What was scanned of this page is no longer there, so what is black on it stays.',
    )
  },
})
