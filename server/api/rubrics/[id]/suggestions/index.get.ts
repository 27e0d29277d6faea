import { z } from 'zod'
import { suggestForType } from '../../../../../core/learning/suggestFields'
import { suggestForPages } from '../../../../../core/learning/suggestPages'
import { Suggestion } from '../../../../../core/learning/suggestion'
import { isTaught } from '../../../../../core/model/learned'
import { confirmedDocuments } from '../../../../../store/learned'
import { newestRubric, soundRubric } from '../../../../../store/setup/rubrics'
import { dismissedSuggestions, leftPages } from '../../../../../store/suggestions'
import { store } from '../../../../context'
import { notThere } from '../../../../refusals'
import { defineRoute, Identity } from '../../../../route'

const mostDocuments = 120
const pagesOfEach = 3
const mostBatches = 100

export default defineRoute({
  does: 'What people corrected under a rubric’s newest version, as changes that would spare them that, each tried on the same paper.',
  may: 'steward',
  params: Identity,
  answer: z.array(Suggestion),
  async run({ params: { id } }): Promise<Suggestion[]> {
    const { sql } = store()
    const row = await newestRubric(sql, id)
    if (!row) throw notThere()
    const rubric = soundRubric(row.body)
    const documents = await confirmedDocuments(sql, id, mostDocuments, pagesOfEach)
    const dismissed = await dismissedSuggestions(sql, id)
    const found = rubric.types.flatMap(type => {
      const own = documents
        .filter(document => document.type === type.id)
        .map(({ barcode, pages, fields }) => ({
          barcode,
          pages,
          values: Object.fromEntries(
            Object.entries(fields)
              .filter(([, { from }]) => isTaught(from) || from === 'text' || from === 'barcode')
              .map(([field, { value, from }]) => [field, { value, taught: isTaught(from) }]),
          ),
        }))
      return suggestForType(type, own, rubric.read.languages)
    })
    const all = [...found, ...suggestForPages(rubric, await leftPages(sql, id, row.version, mostBatches))]
    return all.filter(({ key }) => !dismissed.has(key))
  },
})
