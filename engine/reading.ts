import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Word } from '../core/model/evidence'
import { isTwoLevel } from '../core/raster/colour'
import { adaptiveMono, bitmapOf } from '../core/raster/mono'
import { inkNearPrint } from '../core/raster/nearPrint'
import { inGroups } from '../core/text/groups'
import { isPoor, surer } from '../core/text/surer'
import { decodeImage } from './images'
import { pagesAtOnce, readPages } from './ocr'
import { inGrey } from './pageImage'
import { inTempFolder } from './tempFolder'
import { encodeG4 } from './tiff'

/** A page to be read. */
export interface PageToRead {
  /** The picture that is kept. */
  page: string
  /** The one that was made for reading; null where that is the page. */
  reading: string | null
}

/**
 * The words of pages of one resolution. What is read is the picture made for it; where that leaves doubt, the page in black
 * and white is read, too, and of each word the surer reading stands.
 */
export async function readBest(pages: readonly PageToRead[], dpi: number, languages: readonly string[]): Promise<Word[][]> {
  const read = await readPages(
    pages.map(({ page, reading }) => reading ?? page),
    dpi,
    languages,
  )
  const poor = pages.flatMap(({ page, reading }, at) => (reading !== null && isPoor(read[at]!) ? [{ page, reading, at }] : []))
  if (poor.length === 0) return read
  await inTempFolder(async folder => {
    const files = await Promise.all(poor.map(({ page, reading, at }) => inTwoLevels(page, reading, dpi, join(folder, String(at)))))
    for (const [place, words] of (await readPages(files, dpi, languages)).entries()) {
      const { at } = poor[place]!
      read[at] = surer(read[at]!, words)
    }
  })
  return read
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
  const grey = inGrey(await decodeImage(page, 1))
  const ink = isTwoLevel(grey) ? bitmapOf(grey) : adaptiveMono(grey, dpi, 0.5)
  const print = inGrey(await decodeImage(reading, 1))
  await writeFile(to, encodeG4(print.data.length === ink.data.length ? inkNearPrint(ink, print) : ink, dpi))
  return to
}
