import { join } from 'node:path'
import sharp from 'sharp'
import type { Word } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { crop, type Grey } from '../core/raster/image'
import { withMissed } from '../core/text/surer'
import { decodeImage } from './images'
import { readPages } from './ocr'
import { inGrey } from './pageImage'
import { ToolError } from './tool'

/** Around a mark, in inches: less than to its next neighbour. */
const around = 0.06
/** A word reaches so far beyond its own box. */
const slack = 0.03
/** A mark that is no letter is read as one at times, but not as one alone. */
const letters = /^[\p{L}\p{N}]{1,3}[.,:)]?$/u
const seconds = 30

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
  try {
    const read = await readPages(files, dpi, languages, { as: 'one block', seconds })
    return pages.map(({ words }, at) => {
      const found = read[some.indexOf(at)] ?? []
      return withMissed(
        words,
        found.filter(word => letters.test(word.text)),
      )
    })
  } catch (error) {
    if (error instanceof ToolError) return pages.map(({ words }) => words)
    throw error
  }
}

/** Writes a white page with some places of another. @returns `to` */
async function onlyThese(picture: string, places: readonly Box[], dpi: number, to: string): Promise<string> {
  const page = inGrey(await decodeImage(picture, 1))
  const white: Grey = { ...page, data: new Uint8Array(page.data.length).fill(255) }
  for (const { x, y, width, height } of places) {
    const [left, top] = [Math.max(0, Math.floor((x - around) * dpi)), Math.max(0, Math.floor((y - around) * dpi))]
    const part = crop(page, { x: left, y: top, width: (width + 2 * around) * dpi, height: (height + 2 * around) * dpi })
    for (let row = 0; row < part.height; row++)
      white.data.set(part.data.subarray(row * part.width, (row + 1) * part.width), (top + row) * page.width + left)
  }
  await sharp(white.data, { raw: { width: page.width, height: page.height, channels: 1 } })
    .toColourspace('b-w')
    .png({ compressionLevel: 1 })
    .toFile(to)
  return to
}
