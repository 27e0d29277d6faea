import sharp from 'sharp'
import type { Grey } from '../../core/raster/image'
import { adaptiveMono, greyFromBitmap } from '../../core/raster/mono'
import { findSkew } from '../../core/raster/skew'
import type { SymbolPlace } from '../../core/raster/symbols'
import { inPart } from './part'
import type { Effort } from './reader'

/** One way to read a symbol that does not read as it stands: what is done to its picture, and how zxing looks at it. */
export interface Way {
  name: string
  effort: Effort
  picture: () => Promise<Grey>
}

const white = { r: 255, g: 255, b: 255 }
// Room around a symbol, in inches: the quiet zone that it needs, and what its texture did not cover.
const around = 0.12

async function changed(image: Grey, change: (from: sharp.Sharp) => sharp.Sharp): Promise<Grey> {
  const from = sharp(image.data, { raw: { width: image.width, height: image.height, channels: 1 } })
  const { data, info } = await change(from).extractChannel(0).raw().toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data: new Uint8Array(data.buffer, data.byteOffset, data.length) }
}

const times = (image: Grey, factor: number) =>
  changed(image, from => from.resize(image.width * factor, image.height * factor, { kernel: 'cubic' }))

/** A stretch of the height, from and to as shares of it. */
const stretch = ({ width, height, data }: Grey, from: number, to: number): Grey => {
  const [top, bottom] = [Math.floor(height * from), Math.ceil(height * to)]
  return { width, height: bottom - top, data: data.subarray(top * width, bottom * width) }
}

/** Straightened by its rows of modules, after a quarter turn or without one. */
async function byRows(part: Grey, quarter: number, dpi: number): Promise<Grey> {
  const turned = quarter === 0 ? part : await changed(part, from => from.rotate(quarter))
  const degrees = findSkew(adaptiveMono(turned, dpi, 0.5), dpi)
  return changed(turned, from => from.rotate(-degrees, { background: white }))
}

/** The ways to read a symbol at its place, the likelier first. */
export function waysToRead(page: Grey, place: SymbolPlace, dpi: number): Way[] {
  const part = inPart(page, place.area, around * dpi)
  const once = (make: () => Promise<Grey>) => {
    let made: Promise<Grey> | null = null
    return () => (made ??= make())
  }
  const upright = once(() =>
    Math.abs(place.degrees) < 0.5 ? Promise.resolve(part) : changed(part, from => from.rotate(-place.degrees, { background: white })),
  )
  const enlarged = once(async () => times(await upright(), 2))
  const mono = (level: number) => async () => greyFromBitmap(adaptiveMono(await enlarged(), 2 * dpi, level))
  const ways: Way[] = [
    { name: 'turned upright and mended', effort: 'mended', picture: upright },
    { name: 'enlarged', effort: 'mended', picture: enlarged },
    { name: 'in black and white', effort: 'mended', picture: mono(0.5) },
    { name: 'in lighter black and white', effort: 'hard', picture: mono(0.25) },
    { name: 'in darker black and white', effort: 'hard', picture: mono(0.75) },
    { name: 'sharpened', effort: 'hard', picture: async () => changed(await enlarged(), from => from.sharpen({ sigma: 2 })) },
    { name: 'softened', effort: 'mended', picture: async () => changed(await enlarged(), from => from.blur(1.5)) },
    { name: 'enlarged more', effort: 'mended', picture: async () => times(await upright(), 3) },
  ]
  if (place.kind === 'bars') {
    ways.push(
      { name: 'by the upper half of the bars', effort: 'hard', picture: async () => stretch(await enlarged(), 0, 0.5) },
      { name: 'by the lower half of the bars', effort: 'hard', picture: async () => stretch(await enlarged(), 0.5, 1) },
    )
  } else {
    ways.push(
      // Not every place betrays by how much it leans, and some symbologies bear no lean at all.
      ...[0, 90].map((quarter): Way => ({
        name: 'turned by its rows',
        effort: 'hard',
        picture: async () => times(await byRows(part, quarter, dpi), 2),
      })),
      ...(place.degrees === 0
        ? [0, 90].flatMap(quarter =>
            [-0.5, 0.5, -1, 1, -1.5, 1.5, -2, 2, -2.5, 2.5, -3, 3].map((degrees): Way => ({
              name: 'turned a little',
              effort: 'mended',
              picture: async () => times(await changed(part, from => from.rotate(quarter + degrees, { background: white })), 2),
            })),
          )
        : [-1, 1, -2, 2, -3, 3].flatMap(degrees =>
            [3, 2].map((factor): Way => ({
              name: 'turned a little',
              effort: 'mended',
              picture: async () => times(await changed(part, from => from.rotate(degrees - place.degrees, { background: white })), factor),
            })),
          )),
    )
  }
  return ways
}
