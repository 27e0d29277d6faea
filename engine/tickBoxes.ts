import type { MarkedBox } from '../core/fields/ticked'
import type { Fields } from '../core/model/rubric'
import { isTwoLevel } from '../core/raster/colour'
import { adaptiveMono, bitmapOf } from '../core/raster/mono'
import { findTickBoxes } from '../core/raster/tickBoxes'
import { decodeImage } from './images'
import { inGrey } from './pageImage'

/** Whether a field of the type is filled from ticked boxes. */
export const looksForTicks = (type: Fields | null): boolean =>
  (type?.fields ?? []).some(field => field.from.some(source => 'ticked' in source))

const inkLevel = 0.5

/** The printed boxes of an examined page, in inches. */
export async function tickBoxesOf(file: string, dpi: number): Promise<MarkedBox[]> {
  const grey = inGrey(await decodeImage(file, 1))
  const ink = isTwoLevel(grey) ? bitmapOf(grey) : adaptiveMono(grey, dpi, inkLevel)
  return findTickBoxes(ink, dpi).map(box => ({
    x: box.x / dpi,
    y: box.y / dpi,
    width: box.width / dpi,
    height: box.height / dpi,
    ink: box.ink,
  }))
}
