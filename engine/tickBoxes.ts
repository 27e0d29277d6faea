import { overdrawnBoxes } from '../core/fields/overdrawn'
import type { MarkedBox } from '../core/fields/ticked'
import type { Word } from '../core/model/evidence'
import type { Fields } from '../core/rubric/rubric'
import { zoneBox } from '../core/model/zone'
import { isTwoLevel } from '../core/raster/colour'
import { adaptiveMono, bitmapOf } from '../core/raster/mono'
import { frameAt } from '../core/raster/frameAt'
import { findTickBoxes } from '../core/raster/tickBoxes'
import { findTickRings } from '../core/raster/tickRings'
import { decodeImage } from './images'
import { inGrey } from './pageImage'

/** Whether a field of the type is filled from ticked boxes. */
export const looksForTicks = (type: Fields | null): boolean =>
  (type?.fields ?? []).some(field => field.from.some(source => 'ticked' in source))

const inkLevel = 0.5

/** What was found on an examined page, in inches, and a look at it for what is expected there. */
export interface PageBoxes {
  boxes: MarkedBox[]
  look: (like: MarkedBox) => MarkedBox | null
}

/** The printed boxes and rings to tick of an examined page. */
export async function tickBoxesOf(file: string, dpi: number): Promise<PageBoxes> {
  const grey = inGrey(await decodeImage(file, 1))
  const ink = isTwoLevel(grey) ? bitmapOf(grey) : adaptiveMono(grey, dpi, inkLevel)
  return {
    boxes: [...findTickBoxes(ink, dpi), ...findTickRings(ink, dpi)].map(box => scaled(box, 1 / dpi)),
    look: like => {
      const found = frameAt(ink, scaled(like, dpi), like.round ?? false, dpi)
      return found && scaled(found, 1 / dpi)
    },
  }
}

const scaled = <Box extends MarkedBox>({ x, y, width, height, ...rest }: Box, by: number) => ({
  x: x * by,
  y: y * by,
  width: width * by,
  height: height * by,
  ...rest,
})

/** A page's boxes, with those of its fields that were drawn over. */
export const withOverdrawn = (
  type: Fields | null,
  words: readonly Word[],
  boxes: readonly MarkedBox[],
  look: PageBoxes['look'],
): MarkedBox[] => [
  ...boxes,
  ...(type?.fields ?? []).flatMap(({ choices = [], from }) =>
    from.flatMap(source => ('ticked' in source ? overdrawnBoxes(choices, words, boxes, zoneBox(source.ticked.zone), look) : [])),
  ),
]
