import { Edit } from '../../../../core/model/edit'
import { correctBatch } from '../../../../flow/correct'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Makes a change on the ribbon.',
  may: { change: 'batch', act: 'fix' },
  body: Edit,
  answer: Done,
  async run({ actor, batch, body }) {
    return answerCorrection(
      await correctBatch(store(), actor, batch, body),
      'A page of this change is not in this batch. Load the page again.',
    )
  },
})
