import { isDeepStrictEqual } from 'node:util'
import type { SplitDocument, SplitOutcome } from '../core/split/types'
import { json, type Tx } from '../store/database'

/** A correction cannot be made because a document that it touches has gone on. */
export class Locked extends Error {}

interface Known { id: number, position: number, type: string | null, barcode: Record<string, string>, state: string, kept: boolean, pages: number[] }

/**
 * Stores the documents and gives their identities by number. One whose first page stays keeps its row and its values,
 * one that the machine has still to read only where nothing of it changed: the work under way must not end on other
 * pages than it began with. Values of a row that goes are laid by, for the document that later begins at the same page.
 * @throws {Locked} where a document that a person confirmed would change
 */
export async function storeDocuments(tx: Tx, batch: number, outcome: SplitOutcome, identities: ReadonlyMap<number, number>): Promise<Map<number, number>> {
  const known = await tx<Known[]>`
    select id, position, type, barcode, state, (read_at is not null or filled_at is not null) as kept,
      (select coalesce(jsonb_agg(pages.id order by page_order), '[]') from pages where document_id = documents.id) as pages
    from documents
    where batch_id = ${batch}`
  const pagesIn = (document: SplitDocument) => document.pages.map(page => identities.get(page)!)
  // A document is known by its first page: a type that is recognised or corrected later keeps its values.
  const byFirstPage = new Map(known.map(row => [row.pages[0], row]))
  const isSame = (row: Known, document: SplitDocument) => row.type === document.type && pagesIn(document).join() === row.pages.join() && isDeepStrictEqual(row.barcode, document.barcode)
  const staying = new Map<number, Known>()
  for (const document of outcome.documents) {
    const row = byFirstPage.get(identities.get(document.pages[0]!))
    if (row && (row.kept || isSame(row, document))) staying.set(document.document, row)
  }
  const now = new Map([...staying].map(([number, row]) => [row.id, outcome.documents[number - 1]!]))
  for (const row of known.filter(one => one.state !== 'open')) {
    const document = now.get(row.id)
    if (!document || pagesIn(document).join() !== row.pages.join()) {
      throw new Locked(`Document ${row.position} is confirmed already and is being filed, so its pages stay as they are.`)
    }
  }
  const moved = [...staying]
    .map(([position, row]) => ({ row, id: row.id, position, type: outcome.documents[position - 1]!.type, barcode: outcome.documents[position - 1]!.barcode }))
    .filter(one => one.position !== one.row.position || one.type !== one.row.type || !isDeepStrictEqual(one.row.barcode, one.barcode))
  const moving = new Set(moved.map(one => one.id))
  const added = outcome.documents.filter(document => !staying.has(document.document))
  const heirs = added.map((document) => {
    const giver = document.valuesOf === undefined ? undefined : known.find(row => row.pages.includes(identities.get(document.valuesOf!)!))
    return { position: document.document, type: document.type, barcode: document.barcode, first_page: identities.get(document.pages[0]!)!, giver: giver?.id ?? null }
  })
  // Rows that go or move make way first: a position is unique in its batch.
  await tx`update documents set position = position + 1000000 where batch_id = ${batch} and id <> all(${[...now.keys()].filter(id => !moving.has(id))})`
  const inserted = await tx<{ id: number, position: number }[]>`
    insert into documents (batch_id, position, type, barcode, fields, missing, filled_at)
    select ${batch}, heir.position, heir.type, heir.barcode,
      coalesce(giver.fields, laid_by_values.fields, '{}'), coalesce(giver.missing, '{}'), giver.filled_at
    from jsonb_to_recordset(${json(tx, heirs)}) as heir (position int, type text, barcode jsonb, first_page bigint, giver bigint)
    left join documents as giver on giver.id = heir.giver and giver.filled_at is not null
    left join laid_by_values on laid_by_values.batch_id = ${batch} and laid_by_values.first_page = heir.first_page and laid_by_values.type is not distinct from heir.type
    returning id, position`
  await layValuesBy(tx, batch, [...now.keys(), ...inserted.map(row => row.id)])
  await tx`
    update documents
    set position = found.position, type = found.type, barcode = found.barcode
    from jsonb_to_recordset(${json(tx, moved.map(({ id, position, type, barcode }) => ({ id, position, type, barcode })))}) as found (id bigint, position int, type text, barcode jsonb)
    where documents.id = found.id`
  const rows = [...staying].map(([position, { id }]) => ({ id, position }))
  return new Map([...rows, ...inserted].map(row => [row.position, row.id]))
}

/** Deletes the documents that are no more, and keeps what a person entered for them. */
async function layValuesBy(tx: Tx, batch: number, staying: readonly number[]): Promise<void> {
  await tx`
    insert into laid_by_values (batch_id, first_page, type, fields)
    select distinct on (first.id, documents.type) ${batch}, first.id, documents.type, typed.fields
    from documents
    cross join lateral (select id from pages where document_id = documents.id order by page_order limit 1) as first
    cross join lateral (select jsonb_object_agg(key, value) as fields from jsonb_each(documents.fields) where value->>'from' = 'person') as typed
    where batch_id = ${batch} and documents.id <> all(${[...staying]}) and typed.fields is not null
    on conflict (batch_id, first_page, type) do update set fields = excluded.fields`
  await tx`delete from documents where batch_id = ${batch} and id <> all(${[...staying]})`
}

/** Stores what became of each side, in the order of the ribbon. */
export async function storeFates(tx: Tx, batch: number, outcome: SplitOutcome, documents: ReadonlyMap<number, number>): Promise<void> {
  const rows = outcome.pages.map((page, at) => ({
    position: page.page, page_order: at + 1, fate: page.fate, why: page.why, note: page.note, heading: page.heading, asks: page.asks, by_hand: page.byHand ?? false,
    document_id: page.document === null ? null : documents.get(page.document) ?? null,
  }))
  await tx`
    update pages
    set fate = found.fate, why = found.why, note = found.note, heading = found.heading, asks = found.asks, by_hand = found.by_hand, document_id = found.document_id, page_order = found.page_order
    from jsonb_to_recordset(${json(tx, rows)}) as found (position int, page_order int, fate text, why text, note jsonb, heading boolean, asks boolean, by_hand boolean, document_id bigint)
    where pages.batch_id = ${batch} and pages.position = found.position
      and (pages.fate, pages.why, pages.note, pages.heading, pages.asks, pages.by_hand, pages.document_id, pages.page_order)
        is distinct from (found.fate, found.why, found.note, found.heading, found.asks, found.by_hand, found.document_id, found.page_order)`
}
