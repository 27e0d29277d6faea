import { Answer } from '../../../../core/model/evidence'
import { matchTyped } from '../../../../core/split/findStart'
import { findPageImages } from '../../../../store/documents/show'
import { answerPage } from '../../../../store/batches/correct'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { bodyOf, idOf } from '../../../input'

// A person says what a page is that the machine could not decide.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { sql, queue } = store()
  const page = await findPageImages(sql, id)
  const person = await requireBatch(event, page?.batch)
  if (!page) throw notThere()
  const answer = await bodyOf(event, Answer)
  if (answer.as === 'code') {
    const { split } = await rubricOfBatch(sql, page.batch)
    if (split.rules.some(rule => rule.rule === 'barcode') && !matchTyped(split, answer.value)) {
      throw createError({ statusCode: 400, message: `“${answer.value}” does not fit any of this rubric's patterns. Compare it with the number printed beside the bars.` })
    }
  }
  return answerCorrection(() => answerPage(sql, queue, { id, batch: page.batch }, answer, person.id), 'This page asks nothing any more; someone else answered, or the batch moved on.')
})
