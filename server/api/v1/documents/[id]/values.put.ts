import { z } from 'zod'
import { keptForm } from '../../../../../core/fields/written'
import { FieldValue } from '../../../../../core/model/ledger'
import { typeOf } from '../../../../../core/model/rubric'
import { enterFields } from '../../../../../flow/fill'
import { EnteredValue } from '../../../../../shared/views/entered'
import { ValuesKept } from '../../../../../shared/views/api'
import { findDocument } from '../../../../../store/documents/read'
import { valuesOf } from '../../../../../store/documents/search'
import { showDocument } from '../../../../../store/documents/show'
import { rubricOfBatch } from '../../../../../store/setup/rubrics'
import { enteredOnce } from '../../../../enteredOnce'
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
    const [document, shown] = await Promise.all([findDocument(sql, id), showDocument(sql, id)])
    if (!document || !shown) throw notThere()
    const rubric = await rubricOfBatch(sql, document.batch_id)
    const type = typeOf(rubric, document.type)
    const before = z.record(z.string(), FieldValue).parse(shown.fields)
    const entered = await enteredOnce(sql, id, type, { ...valuesOf(before), ...values }, before, rubric.read.languages)
    // Of what is kept for later a required value may still be missing; what is wrong is refused by field.
    const faults = entered.faults.filter(fault => confirm || values[fault.field]?.trim())
    const issues = [
      ...Object.keys(values)
        .filter(field => !type?.fields.some(known => known.id === field))
        .map(field => ({ path: `values.${field}`, message: 'This type of document has no such field.' })),
      ...faults.map(fault => ({ path: `values.${fault.field}`, message: fault.why })),
    ]
    if (issues.length)
      throw refuse(
        422,
        `Nothing was kept: ${issues.map(issue => issue.message).join(' ')} Mend these values, then send them again.`,
        issues,
      )
    const refused = await enterFields(store(), actor, document, { fields: entered.fields, confirm })
    if (refused) throw conflict(refused)
    const now = await showDocument(sql, id)
    if (!now) throw notThere()
    return { id, state: now.state, values: valuesOf(now.fields), missing: now.missing }
  },
})
