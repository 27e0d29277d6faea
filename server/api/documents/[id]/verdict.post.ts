import { Verdict } from '../../../../core/model/verdict'
import { giveVerdict } from '../../../../flow/check'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Says of a document that was drawn that it is right, or what is wrong with it.',
  may: { change: 'document', act: 'check' },
  body: Verdict,
  answer: Done,
  async run({ actor, batch, params: { id }, body }) {
    const refused = await giveVerdict(store(), actor, { id, batch }, body)
    if (refused) throw conflict(refused)
    return { ok: true }
  },
})
