import { worker } from '../core/model/actor'
import { sheetAndSide } from '../core/split/sheets'
import { notify } from '../store/changes'
import { json, type Sql, type Tx } from '../store/database'
import { completeIfAsked, paperIsComplete } from './complete'
import { inBatch, type Flow, type LockedBatch } from './inBatch'
import { keepOrderOf } from './order'

/** Sides as they came from a device in one file, its bytes already in the blob store. */
export interface ReceivedFile {
  load: number
  batch: number
  /** The scanned sides that the file holds: its pages, from 1; an opened book's halves in reading order. */
  sides: readonly ReceivedSide[]
  twoSided: boolean
  /** Sides of successive loads are front and back: cards on the glass. */
  paired: boolean
  /** The page in whose place the sides are put. */
  replaces: number | null
  /** The document to whose end the sides are put. */
  joins: number | null
  source: string
  blob: string
  mediaType: string
}

export interface ReceivedSide {
  page: number
  halves: readonly ('left' | 'right' | null)[]
}

/**
 * Where the next sides of a load stand, one after the other. Sheets are counted on from the loads before. The batch's row
 * must be locked.
 * @param paired sides of successive loads are front and back
 */
async function nextPlace(tx: Tx, batch: number, load: number, paired = false) {
  // By their indexes: each side of a load of thousands asks anew.
  const [last] = await tx<{ position: number; rows: number; own: number | null; rights: number }[]>`
    select coalesce((select max(position) from pages where batch_id = ${batch}), 0) as position,
      coalesce((select max(load_side) from pages where load_id = ${load}), 0) as rows,
      (select sheet from pages where load_id = ${load} and load_side = 1) as own,
      (select count(*)::int from pages where load_id = ${load} and half = 'right') as rights`
  let { position, rows } = last!
  let sides = rows - last!.rights
  let before = 0
  let first = paired ? 0 : (last!.own ?? 1) - 1
  if (paired) {
    const [all] = await tx<{ sides: number }[]>`
      select count(*)::int as sides from pages where batch_id = ${batch} and half is distinct from 'right'`
    before = all!.sides
  } else if (last!.own === null) {
    const [other] = await tx<{ sheet: number }[]>`
      select sheet from pages where batch_id = ${batch} and load_id <> ${load} and dropped is null order by sheet desc limit 1`
    first = other?.sheet ?? 0
  }
  return {
    /** The next scanned side: its sheet, and which face of it. */
    side(twoSided: boolean): { sheet: number; face: 'front' | 'back' } {
      const counted = paired ? before : sides
      sides++
      before++
      const { sheet, side: face } = sheetAndSide(counted, twoSided)
      return { sheet: first + sheet, face }
    },
    /** The next row: a side has one, an opened book two. */
    row: () => ({ position: ++position, load_side: ++rows }),
  }
}

/**
 * Commits a file's sides, behind those that the load has, and their examination together. Only after this may the
 * source be told that the file is taken; it gives each side once, so a side that came is a new one.
 */
export function receiveFile(flow: Flow, file: ReceivedFile): Promise<void> {
  return inBatch(flow, worker, file.batch, batch => addSides(batch, file))
}

/** Adds the sides of a load of files and ends it, once. */
export function takeFileApart(flow: Flow, file: ReceivedFile & { complete: boolean }): Promise<void> {
  return inBatch(flow, worker, file.batch, async batch => {
    const ended =
      await batch.tx`update loads set state = 'ended', ended_at = now() where id = ${file.load} and state in ('asked', 'scanning')
        returning id`
    if (!ended.length) return
    await addSides(batch, file)
    // Nobody will say that a watched folder's file is all: it is.
    if (file.complete && batch.may('complete')) await paperIsComplete(batch)
    else await completeIfAsked(batch)
  })
}

/** Adds a file's sides, numbered so that the order of the loads holds. */
async function addSides(batch: LockedBatch, file: ReceivedFile): Promise<void> {
  const { tx, queue } = batch
  const place = await nextPlace(tx, file.batch, file.load, file.paired)
  const rows = file.sides.flatMap(({ page, halves }) => {
    const { sheet, face } = place.side(file.twoSided || file.paired)
    return halves.map(half => ({ ...place.row(), sheet, side: face, half, source_page: page }))
  })
  const added = await tx<{ id: number }[]>`
    with aim as (
      select coalesce(stands_at, position) as stands_at
      from pages
      where id = coalesce(${file.replaces}::bigint, (select id from pages where document_id = ${file.joins} order by page_order desc
        limit 1))
    )
    insert into pages (batch_id, load_id, load_side, position, page_order, sheet, side, half, source, source_page, blob, media_type,
      replaces, stands_at)
    select ${file.batch}, ${file.load}, load_side, position, position, sheet, side, half, ${file.source}, source_page, ${file.blob},
      ${file.mediaType},
      ${file.replaces}, (select stands_at from aim)
    from jsonb_to_recordset(${json(tx, rows)}) as one (load_side int, position int, sheet int, side text, half text, source_page int)
    order by load_side
    returning id`
  await queue.sendAll(
    tx,
    'examine',
    added.map(({ id }) => ({ page: id })),
  )
  await keepOrderOf(batch, file.load, file.paired)
}

/** A load broke off between a sheet's sides: its front counts for nothing, since the sheet is scanned again. */
export function dropLoneFront(flow: Flow, load: { id: number; batch_id: number }): Promise<void> {
  return inBatch(flow, worker, load.batch_id, async batch => {
    const [dropped] = await batch.tx<{ position: number }[]>`
      update pages set dropped = 'Its back did not come before the scan broke off; the sheet is scanned again with the next load.'
      where id = (select id from pages where load_id = ${load.id} order by load_side desc limit 1) and side = 'front'
      returning position`
    if (dropped) await batch.note({ what: 'drop lone front', new: { page: dropped.position } })
  })
}

/**
 * Accounts for sides that the device gave and that never reached the store: a row each, with the reason, so that
 * nothing is lost in silence.
 */
export function noteLostSides(
  flow: Flow,
  load: { id: number; batch_id: number },
  count: number,
  twoSided: boolean,
  source: string,
): Promise<void> {
  return inBatch(flow, worker, load.batch_id, async batch => {
    const place = await nextPlace(batch.tx, load.batch_id, load.id)
    for (let side = 0; side < count; side++) {
      const { position, load_side: loadSide } = place.row()
      const { sheet, face } = place.side(twoSided)
      await batch.tx`
        insert into pages (batch_id, load_id, load_side, position, page_order, sheet, side, source, media_type, trouble)
        values (${load.batch_id}, ${load.id}, ${loadSide}, ${position}, ${position}, ${sheet}, ${face}, ${source}, 'none',
          'The device gave this side at the moment in which the worker stopped, and it was not stored; scan it again.')`
    }
    await batch.note({ what: 'lost sides', new: { load: load.id, count } })
  })
}

/** A picture of a load's first side until it is examined. No change of the batch: whoever locks it need not wait for this. */
export async function firstPicture(sql: Sql, load: number, thumbnail: string): Promise<void> {
  const [page] = await sql<{ batch_id: number }[]>`
    update pages set thumbnail_blob = ${thumbnail} where load_id = ${load} and load_side = 1 and thumbnail_blob is null
      and evidence is null returning batch_id`
  if (page) await notify(sql, { about: 'batch', batch: page.batch_id })
}
