import { redoCorrection } from '../../../../flow/correct'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Makes the change again that was taken back last.',
  may: { change: 'batch', act: 'fix' },
  answer: Done,
  async run({ actor, batch }) {
    return answerCorrection(await redoCorrection(store(), actor, batch), 'There is nothing to redo.')
  },
})
