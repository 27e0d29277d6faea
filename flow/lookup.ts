import { z } from 'zod'
import { missingFields } from '../core/fields/fill'
import { twiceFields, without } from '../core/fields/twice'
import type { Actor } from '../core/model/actor'
import { FieldValue } from '../core/model/ledger'
import { LookupAnswers, type LookupAnswer } from '../core/model/lookup'
import type { DocumentType } from '../core/rubric/rubric'
import { json } from '../store/database'
import { addEntry } from '../store/documents/entries'
import type { DocumentRow } from '../store/documents/read'
import { refreshWords } from '../store/find/words'
import { chosenRecord, keepValues } from '../store/trailValues'
import { refuseOthersAt } from './documentLease'
import { inBatch, type Flow } from './inBatch'

/** What a system answered, and the values that its record gives a document of this type. */
export interface Lookup {
  type: DocumentType | null
  system: string
  answer: LookupAnswer
  values: Record<string, FieldValue>
}

/** Keeps a newer answer, and the values that its record gives. False where the document is no longer open. */
export function keepLookup(flow: Flow, actor: Actor, document: DocumentRow, { type, system, answer, values }: Lookup): Promise<boolean> {
  return inBatch(flow, actor, document.batch_id, async batch => {
    const { tx } = batch
    await refuseOthersAt(tx, actor, document.id)
    const [row] = await tx<{ fields: unknown; lookups: unknown }[]>`
      select fields, lookups from documents where id = ${document.id} and state = 'open' and filled_at is not null`
    if (!row) return false
    const twice = twiceFields(await batch.rubric(), type)
    const fields = { ...z.record(z.string(), FieldValue).parse(row.fields), ...without(values, twice) }
    const lookups = { ...LookupAnswers.parse(row.lookups), [system]: answer }
    await tx`
      update documents
      set fields = ${json(tx, fields)}, missing = ${missingFields(type, fields, twice)}, lookups = ${json(tx, lookups)}
      where id = ${document.id}`
    await addEntry(tx, actor, document.id, fields)
    await refreshWords(tx, [document.id])
    const [record] = await keepValues(tx, document.id, answer.chosen === null ? {} : { [chosenRecord]: answer.chosen })
    await batch.note({ what: 'look up', document: document.id, new: { system, ...record } })
    return true
  })
}
