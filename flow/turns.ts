import { differing, only, without, type Pass } from '../core/fields/twice'
import type { PersonActing } from '../core/model/actor'
import type { FieldValue } from '../core/model/ledger'
import type { Fields } from '../core/rubric/rubric'
import { addEntry, entriesOf } from '../store/documents/entries'
import type { DocumentRow } from '../store/documents/read'
import type { LockedBatch } from './inBatch'

/** What a person entered for a document; with `confirm` it is indexed and its files are made. */
export interface Entry {
  fields: Record<string, FieldValue>
  confirm: boolean
  /** The fields that somebody spoke of, where it was not the whole card: what lies typed on that in others is not passed over. */
  named?: readonly string[]
}

interface Before {
  type: Fields | null
  fields: Record<string, FieldValue>
  pass: Pass
  /** Fields that are keyed twice. */
  twice: string[]
}

type Turn = { refused: string } | { fields: Record<string, FieldValue>; pass: Pass; whole: boolean; missing?: string[] }

/**
 * What a document's values are after an entry. Fields that are keyed twice join them once two people keyed the same, or a
 * third, who sees both, decided; nobody is two of them.
 */
export async function takeTurn(
  { tx }: LockedBatch,
  actor: PersonActing,
  { id }: DocumentRow,
  { type, fields: before, pass, twice }: Before,
  { fields, confirm }: Entry,
): Promise<Turn> {
  if (twice.length === 0) {
    await addEntry(tx, actor, id, fields)
    return { fields, pass, whole: true }
  }
  const keyed = (await entriesOf(tx, id)).filter(entry => entry.final && entry.personId !== null)
  if (keyed.some(entry => entry.personId === actor.person))
    return { refused: 'You keyed this document before. Somebody else keys it now, so that two look at it.' }
  const shared = pass === 1 ? without(fields, twice) : without(before, twice)
  // Until it is confirmed, what was keyed stays with whoever keys it (their draft).
  if (!confirm) return { fields: shared, pass, whole: false, missing: twice }
  await addEntry(tx, actor, id, fields, pass, true)
  if (pass === 1) return { fields: shared, pass: 2, whole: false, missing: twice }
  const first = keyed.find(entry => entry.pass === 1)?.fields ?? {}
  if (pass === 2 && differing(type, twice, first, fields).length) return { fields: shared, pass: 3, whole: false, missing: twice }
  return { fields: { ...shared, ...only(fields, twice) }, pass, whole: true }
}
