import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Word } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { inBlackAndWhite } from '../core/raster/mono'
import { inkNearPrint } from '../core/raster/nearPrint'
import { inGroups } from '../core/text/groups'
import { isLost, isPoor, surer } from '../core/text/surer'
import { decodeImage, writeEnlarged } from './images'
import { pagesAtOnce, readPages, readPatiently } from './ocr'
import { inGrey } from './pageImage'
import { withLone } from './readLone'
import { inTempFolder } from './tempFolder'
import { encodeG4 } from './tiff'

/** A page to be read. */
export interface PageToRead {
  /** The picture that is kept. */
  page: string
  /** The one that was made for reading; null where that is the page. */
  reading: string | null
  /** Where letters and figures stand by themselves, in inches. */
  lone?: readonly Box[] | null | undefined
}

/** What is read unsurely is read at this resolution, smoothed by so many pixels. */
const [largeDpi, blur] = [300, 1.4]

/**
 * The words of pages of one resolution. What is read is the picture made for it. Where that leaves doubt, it is read once more,
 * larger and smoothed, and then the page in black and white; of each word the surer reading stands.
 */
export function readBest(pages: readonly PageToRead[], dpi: number, languages: readonly string[]): Promise<Word[][]> {
  return inTempFolder(async folder => {
    const scale = Math.max(1, largeDpi / dpi)
    const pictures = pages.map(({ page, reading }) => reading ?? page)
    const read = await readPages(pictures, dpi, languages)
    for (const [at, page] of pages.entries()) {
      let words = read[at]!
      if (!isPoor(words, dpi)) continue
      const larger = await writeEnlarged(pictures[at]!, scale, (blur * scale * dpi) / largeDpi, join(folder, `${at}.png`))
      // Its columns are known from the first reading, if that saw any.
      const [again] = await readPatiently([larger], scale * dpi, languages, words.length ? 'one block' : 'columns')
      words = surer(words, again!)
      if (page.reading !== null && isLost(words)) {
        const ink = await inTwoLevels(page.page, page.reading, dpi, join(folder, `${at}.tif`))
        const [inBlack] = await readPatiently([ink], dpi, languages, 'columns')
        words = surer(words, inBlack!)
      }
      read[at] = words
    }
    return withLone(
      pages.map(({ lone }, at) => ({ picture: pictures[at]!, words: read[at]!, lone: lone ?? [] })),
      dpi,
      languages,
      folder,
    )
  })
}

/**
 * Reads pages so many at once, neighbours of one resolution together; the words of each are told once they are there.
 * @param filesOf fetches a page's pictures when it is its turn
 */
export async function readInGroups<T extends { dpi: number }>(
  pages: readonly T[],
  languages: readonly string[],
  filesOf: (page: T) => Promise<PageToRead>,
  tell: (page: T, words: Word[]) => Promise<void>,
): Promise<void> {
  for (const group of inGroups(pages, pagesAtOnce, page => page.dpi)) {
    const read = await readBest(await Promise.all(group.map(filesOf)), group[0]!.dpi, languages)
    for (const [at, page] of group.entries()) await tell(page, read[at]!)
  }
}

/**
 * A page in black and white, by its own threshold, without what lies where the picture for reading has no print near: the other
 * side's ink, for one, which black and white makes as black as the page's own.
 */
async function inTwoLevels(page: string, reading: string, dpi: number, to: string): Promise<string> {
  const ink = inBlackAndWhite(inGrey(await decodeImage(page, 1)), dpi)
  const print = inGrey(await decodeImage(reading, 1))
  await writeFile(to, encodeG4(print.data.length === ink.data.length ? inkNearPrint(ink, print) : ink, dpi))
  return to
}
