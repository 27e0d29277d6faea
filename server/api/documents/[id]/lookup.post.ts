import { z } from 'zod'
import { lookUp } from '../../../../connectors/lookUp'
import { lookupSystems, valuesOfRecord } from '../../../../core/fields/lookups'
import { FieldValue } from '../../../../core/model/ledger'
import { LookupAnswer } from '../../../../core/model/lookup'
import { typeOf } from '../../../../core/rubric/rubric'
import { keepLookup } from '../../../../flow/lookup'
import { lookupsOf } from '../../../../store/documents/lookups'
import { findDocument } from '../../../../store/documents/read'
import { destinationToOpen } from '../../../../store/setup/grants'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Looks a value up in business records for a document, or takes the choice of a person among several.',
  may: { change: 'document', act: 'index' },
  body: z.union([
    /** Look this value up. */
    z.strictObject({
      system: z.string().min(1).max(100),
      value: z.string().trim().min(1).max(200),
      /** Of the records that are found, this one holds. */
      chosen: z.string().min(1).max(200).optional(),
    }),
    /** Of the records that were found, this one holds. */
    z.strictObject({ system: z.string().min(1).max(100), record: z.string().min(1).max(200) }),
  ]),
  answer: z.strictObject({ answer: LookupAnswer, values: z.record(z.string(), FieldValue) }),
  async run({ actor, params: { id }, body }) {
    const { sql } = store()
    const document = await findDocument(sql, id)
    if (!document) throw notThere()
    const type = typeOf(await rubricOfBatch(sql, document.batch_id), document.type)
    const { system } = body
    if (!lookupSystems(type).includes(system)) throw refuse(400, `This type of document looks nothing up in "${system}".`)
    const answer =
      'record' in body
        ? chosen((await lookupsOf(sql, id))[system], body.record)
        : await lookUp(await destinationToOpen(sql, system), system, () => body.value).then(found =>
            body.chosen === undefined ? found : chosen(found, body.chosen),
          )
    const record = answer.records.find(one => one.id === answer.chosen)
    const values = record ? valuesOfRecord(type, system, record.values) : {}
    if (!(await keepLookup(store(), actor, document, { type, system, answer, values }))) throw conflict('This document is no longer open.')
    return { answer, values }
  },
})

function chosen(answer: LookupAnswer | undefined, record: string): LookupAnswer {
  if (!answer?.records.some(one => one.id === record))
    throw refuse(400, `No record "${record}" was found for this document. Look it up again.`)
  return { ...answer, chosen: record }
}
