import { undoCorrection } from '../../../../flow/correct'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Takes the last change on the ribbon back.',
  may: { change: 'batch', act: 'fix' },
  answer: Done,
  async run({ actor, batch }) {
    return answerCorrection(await undoCorrection(store(), actor, batch), 'There is nothing left to undo.')
  },
})
