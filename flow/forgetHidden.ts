import type { Word } from '../core/model/evidence'
import type { Candidates, FieldValue } from '../core/model/ledger'
import type { Box } from '../core/model/zone'
import { typeOf } from '../core/rubric/rubric'
import { missingFields } from '../core/fields/fill'
import { isHidden } from '../core/text/redact'
import { json } from '../store/database'
import { chosenRecord, letGo, letValuesGo } from '../store/trailValues'
import type { LockedBatch } from './inBatch'

interface HiddenPlaces {
  /** Of the page in its batch. */
  position: number
  hidden: readonly Box[]
  /** That were read on the page, also under these places. */
  words: readonly Word[]
}

/** Takes out of everything that is said of a document what stood under these places. */
export async function forgetHidden(batch: LockedBatch, document: number, { position, hidden, words }: HiddenPlaces): Promise<void> {
  const { tx } = batch
  const shown = <V extends { value: string }>(value: V) => !isHidden(value, position, hidden, words)
  const fieldsOf = (fields: Record<string, FieldValue>) => Object.fromEntries(Object.entries(fields).filter(([, value]) => shown(value)))
  const [row] = await tx<{ type: string | null; fields: Record<string, FieldValue>; candidates: Candidates }[]>`
    select type, fields, candidates from documents where id = ${document}`
  const fields = fieldsOf(row!.fields)
  const candidates = Object.fromEntries(
    Object.entries(row!.candidates)
      .map(([field, values]) => [field, values.filter(shown)] as const)
      .filter(([, values]) => values.length > 0),
  )
  const missing = missingFields(typeOf(await batch.rubric(), row!.type), fields)
  await tx`
    update documents
    set fields = ${json(tx, fields)}, candidates = ${json(tx, candidates)}, missing = ${missing}, lookups = '{}'
    where id = ${document}`
  const entries = await tx<{ id: number; fields: Record<string, FieldValue> }[]>`
    select id, fields from entries where document_id = ${document}`
  const all = [row!, ...entries].flatMap(said => Object.entries(said.fields)).filter(([, value]) => !shown(value))
  const [inFields, said] = [new Set(all.map(([field]) => field)), new Set(all.map(([, { value }]) => value))]
  for (const entry of entries) await tx`update entries set fields = ${json(tx, fieldsOf(entry.fields))} where id = ${entry.id}`
  // What somebody else typed in a field whose value stood there may be the same, better read; and so may what led to a record.
  const values = await letValuesGo(
    tx,
    { id: document, batch: batch.id },
    (field, value, own) =>
      (own && (field === chosenRecord || inFields.has(field))) || said.has(value) || isHidden({ value }, position, hidden, words),
  )
  if (values.length) await batch.note({ what: letGo, document, new: { values } })
  await tx`delete from entry_drafts where page_id in (select id from pages where document_id = ${document})`
}
