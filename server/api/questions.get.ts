import { z } from 'zod'
import { UnreadCode } from '../../core/model/evidence'
import { Box } from '../../core/model/zone'
import { patternWords } from '../../core/pattern/parts'
import { looksAt } from '../../core/split/barcodeRule'
import { candidatesFor } from '../../core/split/candidates'
import { Questions, type Question } from '../../shared/views/pages'
import { awaitedValues } from '../../store/batches/expected'
import { listQuestions } from '../../store/pages/questions'
import { rubricOfBatch } from '../../store/setup/rubrics'
import { store } from '../context'
import { listLength } from '../input'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Pages that ask a person, of one batch or of all; for each, what its value must fit and the values that it may have.',
  may: 'person',
  query: z.strictObject({ batch: z.coerce.number().int().positive().optional() }),
  answer: Questions,
  async run({ person, query: { batch } }): Promise<Questions> {
    const { sql } = store()
    const { questions, count } = await listQuestions(sql, person, batch ?? null, listLength)
    const batches = [...new Set(questions.map(question => question.batch))]
    const known = new Map(
      await Promise.all(
        batches.map(async id => [id, { rubric: await rubricOfBatch(sql, id), awaited: await awaitedValues(sql, id) }] as const),
      ),
    )
    return {
      count,
      questions: questions.map(({ unread, values, side, ...question }): Question => {
        const { rubric, awaited } = known.get(question.batch)!
        const rules = rubric.split.rules.flatMap(rule => (rule.rule === 'barcode' && looksAt(rule, side) ? [rule] : []))
        const anyValue = rules.length === 0 || rules.some(rule => rule.value === undefined)
        const patterns = anyValue ? [] : rules.flatMap(rule => rule.value ?? [])
        const spots = z.array(UnreadCode).parse(unread)
        const candidates = candidatesFor(
          {
            readings: spots.flatMap(spot => spot.readings),
            beside: spots.flatMap(spot => spot.beside),
            codes: values,
            last: question.lastValue,
            awaited,
          },
          patterns,
        )
        return { ...question, spot: question.spot && Box.parse(question.spot), patterns, expects: patterns.map(patternWords), candidates }
      }),
    }
  },
})
