import type { Word } from '../core/model/evidence'
import type { PersonActing } from '../core/model/actor'
import type { Candidates, FieldValue } from '../core/model/ledger'
import type { ByHand } from '../core/model/redaction'
import { typeOf } from '../core/model/rubric'
import { missingFields } from '../core/fields/fill'
import { isHidden } from '../core/text/redact'
import { json } from '../store/database'
import { forgetMarks } from '../store/learned'
import { forgetCorrections, wordsOfPage } from '../store/pages/words'
import { chosenRecord, letGo, letValuesGo } from '../store/trailValues'
import { changing, keepEdit, type Corrected } from './correct'
import type { Flow, LockedBatch } from './inBatch'
import { Locked } from './storeOutcome'

/**
 * Keeps what a person decided of what is blacked out on a page, in the place of what they decided before, and has the page
 * examined anew. What was read or entered from under the new boxes is gone from the document.
 * @param why kept in the trail
 * @throws {Locked} where the page's document is confirmed
 */
export function redactPage(
  flow: Flow,
  actor: PersonActing,
  page: { id: number; batch: number },
  decision: Pick<ByHand, 'add' | 'show'>,
  why: string,
): Promise<Corrected> {
  return changing(flow, actor, [page.batch], async ([batch]) => {
    const { tx } = batch!
    const [row] = await tx<{ position: number; turned: ByHand['turned']; document: number | null; number: number; state: string }[]>`
      select pages.position, turned, document_id as document, documents.position as number, documents.state
      from pages
      left join documents on documents.id = document_id
      where pages.id = ${page.id} and pages.batch_id = ${page.batch} and blob is not null`
    if (!row) return false
    if (row.document !== null && row.state !== 'open')
      throw new Locked(
        `Document ${row.number} is confirmed already, so what is black on it stays. Send it back at its check, or correct it later.`,
      )
    // At once; what a highlighter or a pattern blackens goes when that is found.
    await forgetCorrections(tx, page.id, decision.add)
    await forgetMarks(tx, page.batch, row.document)
    await keepEdit(batch!, { do: 'redact', page: page.id, ...decision, turned: row.turned, why }, actor.person)
    if (row.document !== null)
      await forgetHidden(batch!, row.document, { position: row.position, hidden: decision.add, words: await wordsOfPage(tx, page.id) })
    return true
  })
}

interface HiddenPlaces {
  position: number
  hidden: ByHand['add']
  words: readonly Word[]
}

/** Takes out of everything that is said of a document what stood under these places. */
async function forgetHidden(batch: LockedBatch, document: number, { position, hidden, words }: HiddenPlaces): Promise<void> {
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
