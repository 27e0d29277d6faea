import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

/** Sides as they came from a device in one file, its bytes already in the blob store. */
export interface ReceivedFile {
  load: number
  batch: number
  /** How many sides the file holds. */
  pages: number
  twoSided: boolean
  source: string
  blob: string
  mediaType: string
}

/** Where the next side of a load stands. Sheets are counted on from the loads before. The batch's row must be locked. */
async function nextPlace(tx: Tx, batch: number, load: number, twoSided: boolean) {
  const [last] = await tx<{ position: number, sheet: number, sides: number }[]>`
    select coalesce(max(position), 0)::int as position,
      coalesce(max(sheet) filter (where load_id <> ${load}), 0)::int as sheet,
      count(*) filter (where load_id = ${load})::int as sides
    from pages
    where batch_id = ${batch}`
  const { position, sheet, sides } = last!
  return {
    position: position + 1,
    loadSide: sides + 1,
    sheet: sheet + (twoSided ? Math.floor(sides / 2) : sides) + 1,
    face: twoSided && sides % 2 === 1 ? 'back' : 'front',
  }
}

/**
 * Commits a file's sides, behind those that the load has, and their examination together. Only after this may the
 * source be told that the file is taken; it gives each side once, so a side that came is a new one.
 */
export async function receiveFile(sql: Sql, queue: Queue, file: ReceivedFile): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${file.batch} for update`
    for (let page = 1; page <= file.pages; page++) {
      const { position, loadSide, sheet, face } = await nextPlace(tx, file.batch, file.load, file.twoSided)
      const [added] = await tx<{ id: number }[]>`
        insert into pages (batch_id, load_id, load_side, position, place, sheet, side, source, source_page, blob, media_type)
        values (${file.batch}, ${file.load}, ${loadSide}, ${position}, ${position}, ${sheet}, ${face},
          ${file.source}, ${page}, ${file.blob}, ${file.mediaType})
        returning id`
      await queue.send(tx, 'examine', { page: added!.id })
    }
    await tell(tx, { about: 'batch', batch: file.batch })
  })
}

/** How many sides of a load are stored. */
export async function sidesOfLoad(sql: Sql, load: number): Promise<number> {
  const [row] = await sql<{ sides: number }[]>`select count(*)::int as sides from pages where load_id = ${load}`
  return row?.sides ?? 0
}

/** Accounts for sides that the device gave and that never reached the store: a row each, with the reason, so that nothing is lost in silence. */
export async function noteLostSides(sql: Sql, load: { id: number, batch_id: number }, count: number, twoSided: boolean, source: string): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${load.batch_id} for update`
    for (let side = 0; side < count; side++) {
      const { position, loadSide, sheet, face } = await nextPlace(tx, load.batch_id, load.id, twoSided)
      await tx`
        insert into pages (batch_id, load_id, load_side, position, place, sheet, side, source, media_type, trouble)
        values (${load.batch_id}, ${load.id}, ${loadSide}, ${position}, ${position}, ${sheet}, ${face}, ${source}, 'none',
          'The device gave this side at the moment in which the worker stopped, and it was not stored; scan it again.')`
    }
    await tell(tx, { about: 'batch', batch: load.batch_id })
  })
}
