import { listQuestions } from '../../../../store/pages/answer'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// Pages that ask a person, and the patterns that a typed value must fit.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { sql } = store()
  const [questions, rubric] = await Promise.all([listQuestions(sql, id), rubricOfBatch(sql, id)])
  const patterns = rubric.split.rules.flatMap(rule => rule.rule === 'barcode' && rule.value ? [rule.value] : [])
  return { questions, patterns, anyValue: rubric.split.rules.some(rule => rule.rule === 'barcode' && !rule.value) }
})
