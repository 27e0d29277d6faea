import { rowsAtOnce, put } from './memory'
import { passes, places } from './module'

interface Pixels {
  width: number
  height: number
  channels: number
  data: Uint8Array
}

/** Where the rows of a turned page come from, in 2^15ths of a pixel: four numbers a row, and the steps from one column to the next. */
export interface Turned {
  /** For each row its first column that lies inside the page, the one behind the last, and the first one's x and y. */
  places: Int32Array
  stepX: number
  stepY: number
}

/** A page's pixels turned, interpolated between four neighbours; what comes from outside is `paper`, one level a channel. */
export function turn(page: Pixels, turned: Turned, paper: readonly number[]): Uint8Array {
  const level = paper.slice(0, page.channels).reduce((all, one, channel) => all | (one << (8 * channel)), 0)
  return inTurnedBands(page, turned, (image, first, made, rows, from) => {
    passes().turn(image, first, made, page.width, rows, page.channels, from, turned.stepX, turned.stepY, level)
  })
}

/** The same for ink alone: each pixel is the nearest one's, and what comes from outside is paper. Places are half a pixel further on. */
export const turnNearest = (page: Omit<Pixels, 'channels'>, turned: Turned): Uint8Array =>
  inTurnedBands({ ...page, channels: 1 }, turned, (image, first, made, rows, from) => {
    passes().turnNearest(image, first, made, page.width, rows, from, turned.stepX, turned.stepY)
  })

function inTurnedBands(
  { width, height, channels, data }: Pixels,
  { places: from, stepY }: Turned,
  work: (image: number, firstRow: number, made: number, rows: number, places: number) => void,
): Uint8Array {
  const turned = new Uint8Array(data.length)
  const stride = width * channels
  const band = rowsAtOnce(stride)
  const reach = band + Math.ceil((Math.abs(stepY) * width) / 2 ** 15) + 4
  const {
    memory,
    at: [image, made, rowPlaces],
  } = places(reach * stride, band * stride, 16 * band)
  for (let top = 0; top < height; top += band) {
    const rows = Math.min(band, height - top)
    const here = from.subarray(4 * top, 4 * (top + rows))
    const [first, end] = sourceRows(here, stepY, height)
    memory.set(data.subarray(first * stride, end * stride), image)
    put(memory, rowPlaces, here)
    work(image, first, made, rows, rowPlaces)
    turned.set(memory.subarray(made, made + rows * stride), top * stride)
  }
  return turned
}

/** The rows of the page that these rows come from: the first, and the one behind the last. */
function sourceRows(here: Int32Array, stepY: number, height: number): [number, number] {
  let [first, last] = [height, 0]
  for (let at = 0; at < here.length; at += 4) {
    const count = here[at + 1]! - here[at]!
    if (count <= 0) continue
    const ends = [here[at + 3]! >> 15, (here[at + 3]! + (count - 1) * stepY) >> 15]
    first = Math.min(first, ...ends)
    last = Math.max(last, ...ends)
  }
  return first > last ? [0, 0] : [Math.max(0, first), Math.min(height, last + 2)]
}
