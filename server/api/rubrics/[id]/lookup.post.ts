import { z } from 'zod'
import { lookUp } from '../../../../connectors/lookUp'
import { askedFields } from '../../../../core/fields/given'
import { chosenValues, lookupParts, lookupSystems } from '../../../../core/fields/lookups'
import { LookupAnswers } from '../../../../core/model/lookup'
import { DocumentValues } from '../../../../shared/views/documents'
import { destinationToOpen } from '../../../../store/setup/grants'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'
import { rubricToScan } from '../../../rubrics'

export default defineRoute({
  does: 'Values asked before scanning, filled from the business records that others of them name.',
  may: 'person',
  params: Identity,
  body: z.strictObject({
    values: z.record(z.string().max(64), z.string().max(1000)),
    /** The record that a person chose where there are several, by system. */
    chosen: z.record(z.string().max(64), z.string().max(200)).default({}),
  }),
  answer: z.strictObject({ values: DocumentValues, answers: LookupAnswers }),
  async run({ person, params: { id }, body: { values, chosen } }) {
    const { sql } = store()
    const rubric = (await rubricToScan(person, id))?.rubric
    if (!rubric) throw notThere()
    const fields = askedFields(rubric)
    const answers: Record<string, Awaited<ReturnType<typeof lookUp>>> = {}
    for (const system of lookupSystems({ fields })) {
      const answer = await lookUp(await destinationToOpen(sql, system), system, field => values[field]?.trim() || null)
      const wanted = answer.records.find(record => record.id === chosen[system])
      answers[system] = wanted ? { ...answer, chosen: wanted.id } : answer
    }
    const records = chosenValues(answers)
    const found = fields.flatMap(field => {
      for (const source of field.from) {
        if (!('lookup' in source)) continue
        const { system, key } = lookupParts(source.lookup)
        const value = records[system]?.[key]
        if (value !== undefined) return [[field.id, value]]
      }
      return []
    })
    return { values: Object.fromEntries(found) as Record<string, string>, answers }
  },
})
