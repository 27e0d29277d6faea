import { z } from 'zod'
import { Typed } from '../../../../flow/entryDraft'
import { findDocument } from '../../../../store/documents/read'
import { store } from '../../../context'
import { enterValues } from '../../../enterValues'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Keeps what was entered; with `confirm` the document is indexed and goes on.',
  may: { change: 'document', act: 'index' },
  body: z.strictObject({
    /** What stands in each field, as it was typed; an empty text clears it. */
    values: Typed,
    confirm: z.boolean(),
  }),
  answer: z.strictObject({
    ok: z.boolean(),
    kept: z.array(z.string()),
    faults: z.array(z.strictObject({ field: z.string(), why: z.string() })),
  }),
  async run({ actor, params: { id }, body: { values, confirm } }) {
    const document = await findDocument(store().sql, id)
    if (!document) throw notThere()
    const done = await enterValues(actor, document, values, { confirm, rest: 'empty' })
    if (done.faults.length) throw refuse(400, done.faults.map(fault => fault.why).join(' '), done.faults)
    if (done.refused) throw conflict(done.refused)
    return { ok: true, kept: done.kept, faults: done.open }
  },
})
