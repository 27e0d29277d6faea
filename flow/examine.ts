import { worker } from '../core/model/actor'
import type { PageEvidence, Word } from '../core/model/evidence'
import { json } from '../store/database'
import type { PageToExamine } from '../store/pages/toExamine'
import { forgetCorrections, keepWords } from '../store/pages/words'
import { splitWhenExamined } from './complete'
import { inBatch, type Flow } from './inBatch'

/** What examining found, or why there is nothing to find. */
export type Examination =
  | {
      evidence: PageEvidence
      mono: boolean
      colour: 'mono' | 'grey' | 'colour'
      bytes: number
      bornDigital: boolean
      pageBlob: string
      thumbnailBlob: string
      /** The picture that reads best, where that is another. */
      readingBlob: string | null
      words: Word[] | null
    }
  | { trouble: string }

/** Stores what examining found, once, and asks for splitting after the batch's last side. */
export function pageExamined(flow: Flow, page: PageToExamine, found: Examination): Promise<void> {
  return inBatch(flow, worker, page.batch_id, async batch => {
    const { tx } = batch
    if ('trouble' in found) {
      await tx`update pages set trouble = ${found.trouble} where id = ${page.id} and evidence is null and turned = ${page.turned}`
    } else {
      const kept = await tx`
        update pages
        set evidence = ${json(tx, found.evidence)}, mono = ${found.mono}, colour = ${found.colour}, bytes = ${found.bytes},
          born_digital = ${found.bornDigital},
          page_blob = ${found.pageBlob}, thumbnail_blob = ${found.thumbnailBlob}, reading_blob = ${found.readingBlob}, trouble = null
        where id = ${page.id} and evidence is null and turned = ${page.turned}
        returning id`
      // Whatever blackened them, and whether or not words come now.
      if (kept.length) await forgetCorrections(tx, page.id, found.evidence.redactions ?? [])
      if (kept.length && found.words) await keepWords(tx, page.id, found.words)
    }
    await splitWhenExamined(batch)
  })
}
