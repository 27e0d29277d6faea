import { z } from 'zod'
import { enteredFields } from '../../../../core/index/entered'
import { FieldValue } from '../../../../core/model/ledger'
import { typeOf } from '../../../../core/model/rubric'
import { enterFields } from '../../../../store/documents/fill'
import { findDocument } from '../../../../store/documents/read'
import { showDocument } from '../../../../store/documents/show'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { conflict, notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

const Entry = z.strictObject({
  /** What stands in each field, as it was typed; an empty text clears it. */
  values: z.record(z.string().max(64), z.string().max(2000)),
  confirm: z.boolean(),
})

// Keeps what was entered; with `confirm` the document is indexed and goes on.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { sql, queue } = store()
  const document = await findDocument(sql, id)
  const person = await requireBatch(event, document?.batch_id)
  const shown = await showDocument(sql, id)
  if (!document || !shown) throw notThere()
  const { values, confirm } = await bodyOf(event, Entry)
  const type = typeOf(await rubricOfBatch(sql, document.batch_id), document.type)
  const entered = enteredFields(type, values, z.record(z.string(), FieldValue).parse(shown.fields))
  if (entered.unknown) throw createError({ statusCode: 400, message: `This document has no field "${entered.unknown}".` })
  // What is only kept for later may still be wrong or missing; what is confirmed may not.
  if (confirm && entered.faults.length) throw createError({ statusCode: 400, message: entered.faults.map(fault => fault.why).join(' '), data: entered.faults })
  const refused = await enterFields(sql, queue, document, entered.fields, person.id, confirm)
  if (refused) throw conflict(refused)
  return { ok: true, kept: Object.keys(entered.fields), faults: entered.faults }
})
