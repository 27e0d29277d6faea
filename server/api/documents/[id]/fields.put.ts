import { z } from 'zod'
import { FieldValue } from '../../../../core/model/ledger'
import { typeOf } from '../../../../core/model/rubric'
import { enterFields } from '../../../../flow/fill'
import { findDocument } from '../../../../store/documents/read'
import { showDocument } from '../../../../store/documents/show'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { enteredOnce } from '../../../enteredOnce'
import { store } from '../../../context'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Keeps what was entered; with `confirm` the document is indexed and goes on.',
  may: { change: 'document', act: 'index' },
  body: z.strictObject({
    /** What stands in each field, as it was typed; an empty text clears it. */
    values: z.record(z.string().max(64), z.string().max(200_000)),
    confirm: z.boolean(),
  }),
  async run({ actor, params: { id }, body: { values, confirm } }) {
    const { sql } = store()
    const [document, shown] = await Promise.all([findDocument(sql, id), showDocument(sql, id)])
    if (!document || !shown) throw notThere()
    const rubric = await rubricOfBatch(sql, document.batch_id)
    const type = typeOf(rubric, document.type)
    const entered = await enteredOnce(sql, id, type, values, z.record(z.string(), FieldValue).parse(shown.fields), rubric.read.languages)
    if (entered.unknown) throw refuse(400, `This document has no field "${entered.unknown}".`)
    // What is only kept for later may still be wrong or missing; what is confirmed may not.
    if (confirm && entered.faults.length) throw refuse(400, entered.faults.map(fault => fault.why).join(' '), entered.faults)
    const refused = await enterFields(store(), actor, document, { fields: entered.fields, confirm })
    if (refused) throw conflict(refused)
    return { ok: true, kept: Object.keys(entered.fields), faults: entered.faults }
  },
})
