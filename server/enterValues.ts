import { z } from 'zod'
import type { PersonActing } from '../core/model/actor'
import { FieldValue } from '../core/model/ledger'
import { typeOf } from '../core/rubric/rubric'
import { enterFields } from '../flow/fill'
import type { DocumentRow } from '../store/documents/read'
import { valuesOf } from '../store/documents/search'
import { showDocument } from '../store/documents/show'
import { rubricOfBatch } from '../store/setup/rubrics'
import { store } from './context'
import { enteredOnce } from './enteredOnce'
import { notThere } from './refusals'

interface How {
  confirm: boolean
  /** Fields that are not named: they stay as they are, or they were emptied. */
  rest: 'stays' | 'empty'
}

export interface Done {
  /** Why nothing was kept, by field: fields that the type does not have, and values that must be sound and are not. */
  faults: { field: string; why: string }[]
  /** Why nothing was kept: the document is in no state for it. */
  refused: string | null
  /** Fields that have a value now. */
  kept: string[]
  /** What is wrong or missing still, of what is only kept for later. */
  open: { field: string; why: string }[]
}

/**
 * Keeps what somebody typed for a document: all of it or nothing. Confirmed values must be sound; of those that are kept
 * for later these may be wrong that are emptied, and where a whole card is kept, any: what is wrong is left out then.
 * @throws {DocumentLeased} where another person is at it
 */
export async function enterValues(actor: PersonActing, document: DocumentRow, values: Record<string, string>, how: How): Promise<Done> {
  const { sql } = store()
  const [shown, rubric] = await Promise.all([showDocument(sql, document.id), rubricOfBatch(sql, document.batch_id)])
  if (!shown) throw notThere()
  const before = z.record(z.string(), FieldValue).parse(shown.fields)
  // Who keys some fields a second time leaves the others as they are.
  const typed = how.rest === 'stays' || shown.pass > 1 ? { ...valuesOf(before), ...values } : values
  const type = typeOf(rubric, document.type)
  const entered = await enteredOnce(sql, document.id, type, typed, before, rubric.read.languages)
  const unknown = Object.keys(values).filter(id => entered.unknown.includes(id))
  const faults = [
    ...unknown.map(field => ({ field, why: `This type of document has no field "${field}".` })),
    ...entered.faults.filter(({ field }) => how.confirm || (how.rest === 'stays' && values[field]?.trim())),
  ]
  if (faults.length) return { faults, refused: null, kept: [], open: [] }
  const refused = await enterFields(store(), actor, document, {
    fields: entered.fields,
    confirm: how.confirm,
    ...(how.rest === 'stays' ? { named: Object.keys(values) } : {}),
  })
  return { faults, refused, kept: Object.keys(entered.fields), open: entered.faults }
}
