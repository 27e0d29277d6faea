import { worker } from '../core/model/actor'
import type { PageEvidence, Word } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { json, type Tx } from '../store/database'
import { refreshWords } from '../store/find/words'
import type { PageToExamine } from '../store/pages/toExamine'
import { forgetCorrections, keepWords, wordsOfPage } from '../store/pages/words'
import { splitWhenExamined } from './complete'
import { forgetHidden } from './forgetHidden'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

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

/** Words from before, under an earlier version of the rubric: until now they tell what stands under what becomes black. */
const dropWords = (tx: Tx, page: number) => tx`delete from page_words where page_id = ${page}`

/** What is black now, whatever blackened it, is gone from what people said of the page and of its document, which this gives. */
async function forgetBlackened(batch: LockedBatch, page: number, hidden: readonly Box[]): Promise<number | null> {
  const { tx } = batch
  if (!hidden.length) return null
  await forgetCorrections(tx, page, hidden)
  const [of] = await tx<{ document: number; position: number }[]>`
    select document_id as document, position from pages where id = ${page} and document_id is not null`
  if (!of) return null
  await forgetHidden(batch, of.document, { position: of.position, hidden, words: await wordsOfPage(tx, page) })
  return of.document
}

/** Stores what examining found, once, and asks for splitting after the batch's last side. */
export function pageExamined(flow: Flow, page: PageToExamine, found: Examination): Promise<void> {
  return inBatch(flow, worker, page.batch_id, async batch => {
    const { tx } = batch
    if ('trouble' in found) {
      await dropWords(tx, page.id)
      await tx`update pages set trouble = ${found.trouble} where id = ${page.id} and evidence is null and turned = ${page.turned}`
    } else {
      const kept = await tx`
        update pages
        set evidence = ${json(tx, found.evidence)}, mono = ${found.mono}, colour = ${found.colour}, bytes = ${found.bytes},
          born_digital = ${found.bornDigital},
          page_blob = ${found.pageBlob}, thumbnail_blob = ${found.thumbnailBlob}, reading_blob = ${found.readingBlob}, trouble = null
        where id = ${page.id} and evidence is null and turned = ${page.turned}
        returning id`
      if (kept.length) {
        const document = await forgetBlackened(batch, page.id, found.evidence.redactions ?? [])
        await dropWords(tx, page.id)
        // Nobody finds it by what is black now.
        if (document !== null) await refreshWords(tx, [document])
        if (found.words) await keepWords(tx, page.id, found.words)
      }
    }
    await splitWhenExamined(batch)
  })
}
