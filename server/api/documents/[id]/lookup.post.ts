import { z } from 'zod'
import { lookUp } from '../../../../connectors/lookUp'
import { lookupSystems, valuesOfRecord } from '../../../../core/index/lookups'
import type { LookupAnswer } from '../../../../core/model/lookup'
import { typeOf } from '../../../../core/model/rubric'
import { keepLookup, lookupsOf } from '../../../../store/documents/lookups'
import { findDocument } from '../../../../store/documents/read'
import { findDestination } from '../../../../store/setup/destinations'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { conflict, notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

const Asked = z.union([
  /** Look this value up. */
  z.strictObject({ system: z.string().min(1).max(100), value: z.string().trim().min(1).max(200) }),
  /** Of the records that were found, this one holds. */
  z.strictObject({ system: z.string().min(1).max(100), record: z.string().min(1).max(200) }),
])

// Business records for a document: looks a value up anew, or takes a person's choice among several.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { sql } = store()
  const document = await findDocument(sql, id)
  await requireBatch(event, document?.batch_id)
  if (!document) throw notThere()
  const asked = await bodyOf(event, Asked)
  const type = typeOf(await rubricOfBatch(sql, document.batch_id), document.type)
  if (!lookupSystems(type).includes(asked.system)) throw createError({ statusCode: 400, message: `This type of document looks nothing up in "${asked.system}".` })
  const answer = 'record' in asked
    ? chosen((await lookupsOf(sql, id))[asked.system], asked.record)
    : await lookUp(await findDestination(sql, asked.system), asked.system, () => asked.value)
  const record = answer.records.find(one => one.id === answer.chosen)
  const values = record ? valuesOfRecord(type, asked.system, record.values) : {}
  if (!await keepLookup(sql, document, type, asked.system, answer, values)) throw conflict('This document is no longer open.')
  return { answer, values }
})

function chosen(answer: LookupAnswer | undefined, record: string): LookupAnswer {
  if (!answer?.records.some(one => one.id === record)) throw createError({ statusCode: 400, message: `No record "${record}" was found for this document. Look it up again.` })
  return { ...answer, chosen: record }
}
