import { pagesAgain } from '../core/fields/again'
import type { FillEvidence } from '../core/fields/evidence'
import { fillFields } from '../core/fields/fill'
import { boxesAlone } from '../core/fields/ticked'
import { readsDocuments } from '../core/fields/recognise'
import type { Fields, Rubric } from '../core/rubric/rubric'
import { withoutPatterns } from '../core/text/redact'
import { awakened } from '../core/text/restingWords'
import { fewPictures, inParallel } from './inParallel'
import { readAgain } from './secondReading'
import { looksForTicks, tickBoxesOf, withOverdrawn } from './tickBoxes'

/** An examined page's picture; one that never was paper has its own text, which nobody need read again. */
export interface PagePicture {
  /** Its file, fetched where somebody wants it: it may lie on another machine. */
  file: () => Promise<string>
  dpi: number
  bornDigital: boolean
}

/**
 * What is known of a document, and what its pictures add where its fields need that: printed boxes, a second reading.
 * @param rubric says whether pages are read at all, and what is hidden
 */
export async function withPictures(
  type: Fields | null,
  known: FillEvidence,
  pictures: readonly PagePicture[],
  rubric: Rubric,
): Promise<FillEvidence> {
  const looked = looksForTicks(type) ? pictures : []
  const boxes = await inParallel(looked, fewPictures, async ({ file, dpi }, at) => {
    const { boxes, look } = await tickBoxesOf(await file(), dpi)
    return withOverdrawn(type, known.pages[at] ?? [], boxes, look)
  })
  const evidence = { ...known, boxes }
  if (!readsDocuments(rubric) || pictures.every(picture => picture.bornDigital)) return evidence
  const numbers = known.numbers ?? pictures.map((_, at) => at + 1)
  const paper = pagesAgain(type, fillFields(type, evidence), numbers, pictures.length)
    .map(at => pictures[at]!)
    .filter(picture => !picture.bornDigital)
  if (paper.length === 0) return evidence
  const pages = await Promise.all(
    paper.map(async picture => {
      const at = pictures.indexOf(picture)
      return { file: await picture.file(), dpi: picture.dpi, boxes: boxesAlone(boxes[at] ?? [], known.pages[at] ?? []) }
    }),
  )
  const patterns = rubric.redact?.patterns ?? []
  const read = new Map(
    (await readAgain(pages, known.languages ?? ['eng'])).map((words, at) => [paper[at], withoutPatterns(words, patterns)]),
  )
  const again = awakened(pictures.map((picture, at) => () => read.get(picture) ?? known.pages[at] ?? []))
  const boxesAgain = await inParallel(boxes, fewPictures, async (some, at) => {
    const picture = pictures[at]!
    const words = read.get(picture)
    return words ? withOverdrawn(type, words, some, (await tickBoxesOf(await picture.file(), picture.dpi)).look) : some
  })
  return { ...evidence, again, boxes: boxesAgain }
}
