import { z } from 'zod'
import { keptForm } from '../../../../../core/fields/written'
import { EnteredValue } from '../../../../../shared/views/entered'
import { ValuesKept } from '../../../../../shared/views/api'
import { findDocument } from '../../../../../store/documents/read'
import { valuesOf } from '../../../../../store/documents/search'
import { showDocument } from '../../../../../store/documents/show'
import { enterValues } from '../../../../enterValues'
import { store } from '../../../../context'
import { conflict, notThere } from '../../../../refusals'
import { defineRoute, refuse } from '../../../../route'

export default defineRoute({
  does: 'Keeps index values of a document, the others as they are; an empty text clears one. With `confirm` the document goes on.',
  may: { change: 'document', act: 'index' },
  scope: 'index',
  body: z.strictObject({ values: z.record(z.string().max(64), EnteredValue), confirm: z.boolean().default(false) }),
  answer: ValuesKept,
  async run({ actor, params: { id }, body: { values: sent, confirm } }) {
    const values = Object.fromEntries(Object.entries(sent).map(([field, value]) => [field, keptForm(value)]))
    const { sql } = store()
    const document = await findDocument(sql, id)
    if (!document) throw notThere()
    const { faults, refused } = await enterValues(actor, document, values, { confirm, rest: 'stays' })
    const issues = faults.map(({ field, why }) => ({ path: `values.${field}`, message: why }))
    if (issues.length)
      throw refuse(
        422,
        `Nothing was kept: ${issues.map(issue => issue.message).join(' ')} Mend these values, then send them again.`,
        issues,
      )
    if (refused) throw conflict(refused)
    const now = await showDocument(sql, id)
    if (!now) throw notThere()
    return { id, state: now.state, values: valuesOf(now.fields), missing: now.missing }
  },
})
