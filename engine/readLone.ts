import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Word } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { crop } from '../core/raster/image'
import { inPixels } from '../core/raster/inches'
import { layOnto, whitePage } from '../core/raster/lay'
import { withMissed } from '../core/text/surer'
import { decodeImage, encodePng } from './images'
import { readPatiently } from './ocr'
import { inGrey } from './pageImage'

/** Around a mark, in inches: less than to its next neighbour. */
const around = 0.06
/** A word reaches so far beyond its own box. */
const slack = 0.03
/** A mark that is no letter is read as one at times, but not as one alone. */
const letters = /^[\p{L}\p{N}]{1,3}[.,:)]?$/u

/** A page whose words are known, its picture, and where letters or figures stand by themselves. */
export interface ReadPage {
  picture: string
  words: Word[]
  lone: readonly Box[]
}

/** Marks of which no word was read. */
function leftOut({ words, lone }: ReadPage): Box[] {
  const isRead = ({ x, y, width, height }: Box) =>
    words.some(word => {
      const across = Math.min(word.x + word.width + slack, x + width) - Math.max(word.x - slack, x)
      const down = Math.min(word.y + word.height + slack, y + height) - Math.max(word.y - slack, y)
      return across > 0 && down > 0
    })
  return lone.filter(mark => !isRead(mark))
}

/**
 * The words of pages with letters and figures that stand by themselves and were left out: they alone are read, from a page with
 * nothing else, which takes a tenth of what a page of text does.
 */
export async function withLone(pages: readonly ReadPage[], dpi: number, languages: readonly string[], folder: string): Promise<Word[][]> {
  const places = pages.map(leftOut)
  const some = pages.map((_, at) => at).filter(at => places[at]!.length > 0)
  const files: string[] = []
  for (const at of some) files.push(await onlyThese(pages[at]!.picture, places[at]!, dpi, join(folder, `${at}-lone.png`)))
  const read = await readPatiently(files, dpi, languages, 'one block')
  return pages.map(({ words }, at) => {
    const found = read[some.indexOf(at)] ?? []
    return withMissed(
      words,
      found.filter(word => letters.test(word.text)),
    )
  })
}

/** Writes a white page with some places of another. @returns `to` */
async function onlyThese(picture: string, places: readonly Box[], dpi: number, to: string): Promise<string> {
  const page = inGrey(await decodeImage(picture, 1))
  const white = whitePage(page.width, page.height, 1)
  for (const { x, y, width, height } of places) {
    const room = { x: Math.max(0, x - around), y: Math.max(0, y - around), width: width + 2 * around, height: height + 2 * around }
    const area = inPixels(room, dpi)
    layOnto(white, { ...crop(page, area), channels: 1 }, Math.floor(area.x), Math.floor(area.y))
  }
  await writeFile(to, await encodePng({ ...white, dpi }, dpi))
  return to
}
