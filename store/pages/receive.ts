import type { Sql } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

/** Sides as they came from a device in one file, its bytes already in the blob store. */
export interface ReceivedFile {
  load: number
  batch: number
  /** Place of its first side in the load, from 1. */
  loadSide: number
  /** How many sides the file holds. */
  pages: number
  twoSided: boolean
  source: string
  blob: string
  mediaType: string
}

/**
 * Commits a file's sides and their examination together. Sides that are already there are left as they are, so
 * receiving may run twice. Only after this may the source be told that the file is taken.
 */
export async function receiveFile(sql: Sql, queue: Queue, file: ReceivedFile): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${file.batch} for update`
    const [last] = await tx<{ position: number, sheet: number }[]>`
      select coalesce(max(position), 0)::int as position,
        coalesce(max(sheet) filter (where load_id <> ${file.load}), 0)::int as sheet
      from pages
      where batch_id = ${file.batch}`
    for (let page = 1; page <= file.pages; page++) {
      const place = file.loadSide + page - 2
      const sheet = last!.sheet + (file.twoSided ? Math.floor(place / 2) : place) + 1
      const face = file.twoSided && place % 2 === 1 ? 'back' : 'front'
      const [added] = await tx<{ id: number }[]>`
        insert into pages (batch_id, load_id, load_side, position, place, sheet, side, source, source_page, blob, media_type)
        values (${file.batch}, ${file.load}, ${place + 1}, ${last!.position + page}, ${last!.position + page}, ${sheet}, ${face},
          ${file.source}, ${page}, ${file.blob}, ${file.mediaType})
        on conflict (load_id, load_side) do nothing
        returning id`
      if (added) await queue.send(tx, 'examine', { page: added.id })
    }
    await tell(tx, { about: 'batch', batch: file.batch })
  })
}

/** How many sides of a load are stored. */
export async function sidesOfLoad(sql: Sql, load: number): Promise<number> {
  const [row] = await sql<{ sides: number }[]>`select count(*)::int as sides from pages where load_id = ${load}`
  return row?.sides ?? 0
}
