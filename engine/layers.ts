import { stat } from 'node:fs/promises'
import sharp from 'sharp'
import { encodeGroup4 } from '../core/raster/g4'
import { splitLayers } from '../core/raster/layers'
import { decodeImage } from './images'
import type { PageToMake } from './pageToMake'

/** A colour page as CCITT G4 print over a small JPEG. */
export interface LayeredPage {
  print: Uint8Array
  colour: [number, number, number]
  ground: { data: Buffer; width: number; height: number }
}

/** The ground carries no print, so it needs less than the page: pixels an inch, and JPEG quality. */
const groundDpi = 100
const groundQuality = 45
/** Not worth it above this share of the page's own bytes. */
const mostShare = 1 / 3

/** A page in layers; null where it has no colour, or they are not clearly smaller. */
export async function layeredPage(page: PageToMake): Promise<LayeredPage | null> {
  if (page.mono) return null
  const image = await decodeImage(page.file, 1)
  if (image.channels !== 3) return null
  const { ink, colour, ground } = splitLayers(image, page.dpi)
  const print = encodeGroup4(ink)
  const { data, info } = await sharp(ground.data, { raw: { width: ground.width, height: ground.height, channels: 3 } })
    .resize({ width: Math.max(1, Math.round((ground.width * groundDpi) / Math.max(groundDpi, page.dpi))) })
    .jpeg({ quality: groundQuality })
    .toBuffer({ resolveWithObject: true })
  if (print.length + data.length > mostShare * (await stat(page.file)).size) return null
  return { print, colour, ground: { data, width: info.width, height: info.height } }
}
