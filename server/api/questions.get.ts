import { z } from 'zod'
import type { Questions } from '../../core/model/views'
import { listQuestions } from '../../store/pages/answer'
import { rubricOfBatch } from '../../store/setup/rubrics'
import { requirePerson } from '../access'
import { store } from '../context'
import { listLength, queryOf } from '../input'

const Query = z.strictObject({ batch: z.coerce.number().int().positive().optional() })

// Pages that ask a person, of one batch or of all, and the patterns that a typed value must fit.
export default defineEventHandler(async (event): Promise<Questions> => {
  const person = await requirePerson(event)
  const { batch } = queryOf(event, Query)
  const { sql } = store()
  const { questions, count } = await listQuestions(sql, person, batch ?? null, listLength)
  const batches = [...new Set(questions.map(question => question.batch))]
  const patterns = await Promise.all(batches.map(async (id) => {
    const rules = (await rubricOfBatch(sql, id)).split.rules.filter(rule => rule.rule === 'barcode')
    return [id, { patterns: rules.flatMap(rule => rule.value ?? []), anyValue: rules.length === 0 || rules.some(rule => !rule.value) }] as const
  }))
  return { questions, count, expects: Object.fromEntries(patterns) }
})
