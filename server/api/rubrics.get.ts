import { z } from 'zod'
import { askedFields } from '../../core/fields/given'
import { rubricWords } from '../../core/rubric/rubricWords'
import { RubricChoice } from '../../shared/views/rubrics'
import { rubricsFor } from '../../store/people/rights'
import { listDestinations } from '../../store/setup/destinations'
import { findRubric, listRubrics, usesOfRubrics } from '../../store/setup/rubrics'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Rubrics that one may work with, and for stewards all; what one uses most first.',
  may: 'person',
  answer: z.array(RubricChoice),
  async run({ person }) {
    const { sql } = store()
    const [all, uses, destinations, own, toScan] = await Promise.all([
      listRubrics(sql),
      usesOfRubrics(sql, person.id),
      listDestinations(sql),
      rubricsFor(sql, person),
      rubricsFor(sql, person, 'scan'),
    ])
    const rows = all.filter(row => own.has(row.id) || person.roles.includes('steward'))
    const names = new Map(destinations.map(one => [one.id, one.name]))
    const choices = await Promise.all(
      rows.map(async (row): Promise<RubricChoice> => {
        const rubric = await findRubric(sql, row.id, row.version)
        return {
          ...row,
          about: rubric?.about ?? null,
          icon: rubric?.icon ?? null,
          source: rubric?.scan.source ?? 'feeder',
          words: rubric ? rubricWords(rubric, names) : [],
          uses: uses.get(row.id) ?? 0,
          mayScan: toScan.has(row.id),
          oneTouch: rubric !== null && askedFields(rubric).length === 0 && !rubric.send.some(send => send.ask),
        }
      }),
    )
    return choices.sort((a, b) => b.uses - a.uses || a.name.localeCompare(b.name, 'en'))
  },
})
