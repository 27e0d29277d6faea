import { readFile, writeFile } from 'node:fs/promises'
import type { Box } from '../core/model/zone'
import { blackened } from '../core/raster/blacken'
import { bitmapOf } from '../core/raster/mono'
import { decodeImage, encodeJpeg } from './images'
import { encodeG4 } from './tiff'

const quality = 90

/** Blackens places of an examined page's file, in its own format. @param boxes in inches */
export async function redactFile(file: string, mono: boolean, dpi: number, boxes: readonly Box[]): Promise<void> {
  // Its bytes, not its name: sharp keeps files that it has seen.
  const before = await readFile(file)
  const areas = boxes.map(box => ({ x: box.x * dpi, y: box.y * dpi, width: box.width * dpi, height: box.height * dpi }))
  const image = blackened(await decodeImage(before, 1), areas)
  await writeFile(file, mono ? encodeG4(bitmapOf(image), dpi) : await encodeJpeg(image, dpi, quality))
}
