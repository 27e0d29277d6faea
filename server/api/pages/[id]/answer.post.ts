import { Answer } from '../../../../core/model/evidence'
import { matchTyped } from '../../../../core/split/findStart'
import { answerPage } from '../../../../flow/correct'
import { Done } from '../../../../shared/views/done'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Says what a page is that the machine could not decide.',
  may: { change: 'page', act: 'fix' },
  body: Answer,
  answer: Done,
  async run({ actor, batch, params: { id }, body }) {
    if (body.as === 'code') {
      const { split } = await rubricOfBatch(store().sql, batch)
      if (split.rules.some(rule => rule.rule === 'barcode') && !matchTyped(split, body.value)) {
        throw refuse(400, `“${body.value}” does not fit any of this rubric's patterns. Compare it with the number printed beside the bars.`)
      }
    }
    const made = await answerPage(store(), actor, { id, batch }, body)
    return answerCorrection(made, 'This page asks nothing any more; someone else answered, or the batch moved on.')
  },
})
