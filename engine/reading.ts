import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Word } from '../core/model/evidence'
import { isTwoLevel } from '../core/raster/colour'
import { adaptiveMono } from '../core/raster/mono'
import { isPoor, surer } from '../core/text/surer'
import { decodeImage } from './images'
import { readPages } from './ocr'
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
  const poor = pages.flatMap(({ page, reading }, at) => (reading !== null && isPoor(read[at]!) ? [{ page, at }] : []))
  if (poor.length === 0) return read
  await inTempFolder(async folder => {
    const files = await Promise.all(poor.map(({ page, at }) => inTwoLevels(page, dpi, join(folder, String(at)))))
    for (const [place, words] of (await readPages(files, dpi, languages)).entries()) {
      const { at } = poor[place]!
      read[at] = surer(read[at]!, words)
    }
  })
  return read
}

/** A page in black and white, by its own threshold: itself where it is that already. */
async function inTwoLevels(page: string, dpi: number, to: string): Promise<string> {
  const grey = inGrey(await decodeImage(page, 1))
  if (isTwoLevel(grey)) return page
  await writeFile(to, encodeG4(adaptiveMono(grey, dpi, 0.5), dpi))
  return to
}
