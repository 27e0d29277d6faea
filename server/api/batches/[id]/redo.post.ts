import { redoCorrection } from '../../../../flow/correct'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Makes the change again that was taken back last.',
  may: { change: 'batch', act: 'fix' },
  async run({ actor, batch }) {
    return answerCorrection(await redoCorrection(store(), actor, batch), 'There is nothing to redo.')
  },
})
