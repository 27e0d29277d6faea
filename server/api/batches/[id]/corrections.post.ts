import { Edit } from '../../../../core/model/edit'
import { correctBatch } from '../../../../store/batches/correct'
import { requireBatch, requireHold } from '../../../access'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { bodyOf, idOf } from '../../../input'

// A change on the ribbon.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const person = await requireBatch(event, id)
  await requireHold(person, id)
  const edit = await bodyOf(event, Edit)
  const { sql, queue } = store()
  return answerCorrection(() => correctBatch(sql, queue, id, edit, person.id), 'A page of this change is not in this batch. Load the page again.')
})
