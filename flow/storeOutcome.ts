import { isDeepStrictEqual } from 'node:util'
import type { SplitDocument, SplitOutcome } from '../core/split/types'
import { json, type Tx } from '../store/database'
import { refreshWords } from '../store/find/words'

/** A correction cannot be made because a document that it touches has gone on. */
export class Locked extends Error {}

interface Known {
  id: number
  position: number
  type: string | null
  said: boolean
  barcode: Record<string, string>
  state: string
  kept: boolean
  pages: number[]
}

/**
 * Stores the documents and gives their identities by number. One whose first page stays keeps its row and its values,
 * one that the machine has still to read only where nothing of it changed: the work under way must not end on other
 * pages than it began with. Values of a row that goes are laid by, for the document that later begins at the same page.
 * @throws {Locked} where a document that a person confirmed would change
 */
export async function storeDocuments(
  tx: Tx,
  batch: number,
  outcome: SplitOutcome,
  identities: ReadonlyMap<number, number>,
): Promise<Map<number, number>> {
  const known = await tx<Known[]>`
    select id, position, type, type_said as said, barcode, state, (read_at is not null or filled_at is not null) as kept,
      (select coalesce(jsonb_agg(pages.id order by page_order), '[]') from pages where document_id = documents.id) as pages
    from documents
    where batch_id = ${batch}`
  const pagesIn = (document: SplitDocument) => document.pages.map(page => identities.get(page)!)
  // A document is known by its first page: a type that is recognised or corrected later keeps its values.
  const byFirstPage = new Map(known.map(row => [row.pages[0], row]))
  // What its words showed stays until a rule says otherwise.
  const typeFor = (row: Known, document: SplitDocument) => (document.typeSaid || row.said ? document.type : row.type)
  const isSame = (row: Known, document: SplitDocument) =>
    row.type === typeFor(row, document) &&
    row.said === document.typeSaid &&
    pagesIn(document).join() === row.pages.join() &&
    isDeepStrictEqual(row.barcode, document.barcode)
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
    if (typeFor(row, document) !== row.type)
      throw new Locked(`Document ${row.position} is confirmed already and is being filed, so its type stays as it is.`)
  }
  const moved = [...staying]
    .map(([position, row]) => {
      const document = outcome.documents[position - 1]!
      return { row, id: row.id, position, type: typeFor(row, document), said: document.typeSaid, barcode: document.barcode }
    })
    .filter(
      ({ row, position, type, said, barcode }) =>
        position !== row.position || type !== row.type || said !== row.said || !isDeepStrictEqual(row.barcode, barcode),
    )
  const moving = new Set(moved.map(one => one.id))
  const added = outcome.documents.filter(document => !staying.has(document.document))
  const heirs = added.map(document => {
    const giver = document.valuesOf === undefined ? undefined : known.find(row => row.pages.includes(identities.get(document.valuesOf!)!))
    return {
      position: document.document,
      type: document.type,
      said: document.typeSaid,
      barcode: document.barcode,
      first_page: identities.get(document.pages[0]!)!,
      giver: giver?.id ?? null,
    }
  })
  // Rows that go or move make way first: a position is unique in its batch.
  await tx`update documents set position = position + 1000000 where batch_id = ${batch}
    and id <> all(${[...now.keys()].filter(id => !moving.has(id))})`
  const inserted = await tx<{ id: number; position: number }[]>`
    insert into documents (batch_id, position, drawn, type, type_said, barcode, fields, missing, filled_at)
    select ${batch}, heir.position, exists (select 1 from batches where id = ${batch} and lot is not null),
      case when heir.said then heir.type else coalesce(giver.type, laid.type, heir.type) end, heir.said, heir.barcode,
      coalesce(giver.fields, laid.fields, '{}'), coalesce(giver.missing, '{}'), giver.filled_at
    from jsonb_to_recordset(${json(tx, heirs)}) as heir (position int, type text, said boolean, barcode jsonb,
      first_page bigint, giver bigint)
    left join documents as giver on giver.id = heir.giver and giver.filled_at is not null
    left join lateral (select type, fields from laid_by_values
      where batch_id = ${batch} and laid_by_values.first_page = heir.first_page
        and type_said = heir.said and (not heir.said or type is not distinct from heir.type)
      order by type is distinct from heir.type limit 1) as laid on true
    returning id, position`
  await layValuesBy(tx, batch, [...now.keys(), ...inserted.map(row => row.id)])
  await tx`
    update documents
    set position = found.position, type = found.type, type_said = found.said, barcode = found.barcode,
      filled_at = case when documents.type is distinct from found.type then null else filled_at end
    from jsonb_to_recordset(${json(
      tx,
      moved.map(({ id, position, type, said, barcode }) => ({ id, position, type, said, barcode })),
    )}) as found (id bigint, position int, type text, said boolean, barcode jsonb)
    where documents.id = found.id`
  const rows = [...staying].map(([position, { id }]) => ({ id, position }))
  return new Map([...rows, ...inserted].map(row => [row.position, row.id]))
}

/** Deletes the documents that are no more, and keeps what a person entered for them. */
async function layValuesBy(tx: Tx, batch: number, staying: readonly number[]): Promise<void> {
  await tx`
    insert into laid_by_values (batch_id, first_page, type, type_said, fields)
    select distinct on (first.id, documents.type) ${batch}, first.id, documents.type, documents.type_said, typed.fields
    from documents
    cross join lateral (select id from pages where document_id = documents.id order by page_order limit 1) as first
    cross join lateral (select jsonb_object_agg(key, value) as fields from jsonb_each(documents.fields)
      where value->>'from' = 'person') as typed
    where batch_id = ${batch} and documents.id <> all(${[...staying]}) and typed.fields is not null
    on conflict (batch_id, first_page, type) do update set type_said = excluded.type_said, fields = excluded.fields`
  await tx`delete from documents where batch_id = ${batch} and id <> all(${[...staying]})`
}

/** Stores what became of each side, in the order of the ribbon. */
export async function storeFates(tx: Tx, batch: number, outcome: SplitOutcome, documents: ReadonlyMap<number, number>): Promise<void> {
  const rows = outcome.pages.map((page, at) => ({
    position: page.page,
    page_order: at + 1,
    fate: page.fate,
    why: page.why,
    note: page.note,
    heading: page.heading,
    asks: page.asks,
    by_hand: page.byHand ?? false,
    document_id: page.document === null ? null : (documents.get(page.document) ?? null),
  }))
  const changed = await tx<{ now: number | null; before: number | null }[]>`
    update pages
    set fate = found.fate, why = found.why, note = found.note, heading = found.heading, asks = found.asks, by_hand = found.by_hand,
      document_id = found.document_id, page_order = found.page_order
    from jsonb_to_recordset(${json(tx, rows)}) as found (position int, page_order int, fate text, why text, note jsonb,
      heading boolean, asks boolean, by_hand boolean, document_id bigint)
    join pages as old on old.batch_id = ${batch} and old.position = found.position
    where pages.id = old.id
      and (pages.fate, pages.why, pages.note, pages.heading, pages.asks, pages.by_hand, pages.document_id, pages.page_order)
        is distinct from (found.fate, found.why, found.note, found.heading, found.asks, found.by_hand, found.document_id, found.page_order)
    returning pages.document_id as now, old.document_id as before`
  const moved = changed.filter(({ now, before }) => now !== before).flatMap(({ now, before }) => [now, before])
  const filled = await tx<{ id: number }[]>`
    select id from documents where filled_at is not null and id = any(${[...new Set(moved)].filter(id => id !== null)})`
  await refreshWords(
    tx,
    filled.map(({ id }) => id),
  )
}
