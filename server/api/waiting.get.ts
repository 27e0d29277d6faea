import { z } from 'zod'
import { waitingWords } from '../../core/quality/waiting'
import { WaitingView } from '../../shared/views/rubrics'
import { toldOf, waitingByRubric } from '../../store/batches/strain'
import { rubricsFor } from '../../store/people/rights'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Rubrics that one may work with and whose limit is near or reached, in words.',
  may: 'person',
  answer: z.array(WaitingView),
  async run({ person }): Promise<WaitingView[]> {
    const { sql } = store()
    const [all, own] = await Promise.all([waitingByRubric(sql), rubricsFor(sql, person)])
    const strained = all.filter(one => one.strain !== 'fine' && (own.has(one.id) || person.roles.includes('steward')))
    return Promise.all(
      strained.map(async ({ id, name, waiting, limits, strain }) => ({
        id,
        name,
        full: strain === 'full',
        words: waitingWords(waiting, limits),
        ask: (await toldOf(sql, id)).map(one => one.name),
      })),
    )
  },
})
