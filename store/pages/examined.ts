import type { PageEvidence, Word } from '../../core/model/evidence'
import { splitWhenExamined } from '../batches/complete'
import type { Sql } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

export interface PageToExamine { id: number, batch_id: number, side: 'front' | 'back', blob: string, source_page: number, half: 'left' | 'right' | null, turned: 0 | 90 | 180 | 270, done: boolean, behind: { blob: string, page: number } | null }

export async function pageToExamine(sql: Sql, id: number): Promise<PageToExamine | null> {
  const [row] = await sql<PageToExamine[]>`
    select id, batch_id, side, blob, source_page, half, turned, (evidence is not null or trouble is not null) as done,
      (select jsonb_build_object('blob', other.blob, 'page', other.source_page)
        from pages as other
        where other.load_id = pages.load_id and other.sheet = pages.sheet and other.side <> pages.side and pages.side = 'back'
          and pages.half is null and other.half is null and other.blob is not null
        limit 1) as behind
    from pages where id = ${id}`
  return row ?? null
}

export type Examination =
  | { evidence: PageEvidence, mono: boolean, colour: 'mono' | 'grey' | 'colour', bytes: number, bornDigital: boolean, pageBlob: string, thumbnailBlob: string, words: Word[] | null }
  | { trouble: string }

/** Stores what examining found, once, and asks for splitting after the batch's last side. */
export async function pageExamined(sql: Sql, queue: Queue, page: PageToExamine, found: Examination): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${page.batch_id} for update`
    if ('trouble' in found) {
      await tx`update pages set trouble = ${found.trouble} where id = ${page.id} and evidence is null and turned = ${page.turned}`
    } else {
      await tx`
        update pages
        set evidence = ${tx.json(found.evidence as never)}, mono = ${found.mono}, colour = ${found.colour}, bytes = ${found.bytes}, born_digital = ${found.bornDigital},
          page_blob = ${found.pageBlob}, thumbnail_blob = ${found.thumbnailBlob},
          words = ${found.words && tx.json(found.words as never)}, trouble = null
        where id = ${page.id} and evidence is null and turned = ${page.turned}`
    }
    await splitWhenExamined(tx, queue, page.batch_id)
    await tell(tx, { about: 'batch', batch: page.batch_id })
  })
}
