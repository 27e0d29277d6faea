import { undoCorrection } from '../../../../store/batches/correct'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { idOf } from '../../../input'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql, queue } = store()
  return answerCorrection(() => undoCorrection(sql, queue, id), 'There is nothing left to undo.')
})
