import { redoCorrection } from '../../../../store/batches/correct'
import { requireBatch, requireHold } from '../../../access'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const person = await requireBatch(event, id)
  await requireHold(person, id)
  const { sql, queue } = store()
  return answerCorrection(() => redoCorrection(sql, queue, id), 'There is nothing to redo.')
})
