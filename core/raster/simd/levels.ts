import { rowsAtOnce } from './memory'
import { passes, places } from './module'

/** Ink, 1 and 0, of pixels that are black or white. */
export const inkOf = (pixels: Uint8Array): Uint8Array => inPieces(pixels, (at, count) => passes().inkOf(at, count))

/** Black or white of ink. */
export const blackOnWhite = (ink: Uint8Array): Uint8Array => inPieces(ink, (at, count) => passes().blackOnWhite(at, count))

/** Ink of pixels that are darker than a level, 0 to 255. */
export const inkBelow = (pixels: Uint8Array, level: number): Uint8Array =>
  inPieces(pixels, (at, count) => passes().below(at, count, Math.ceil(level)))

/**
 * Luma of pixels of three bytes.
 * @param brightest of those whose luma is more than this, the brightest of the three instead
 */
export function lumaOf(pixels: Uint8Array, brightest = 255): Uint8Array {
  const made = new Uint8Array(Math.floor(pixels.length / 3))
  const piece = rowsAtOnce(4)
  const {
    memory,
    at: [image, levels],
  } = places(3 * piece, piece)
  for (let from = 0; from < made.length; from += piece) {
    const count = Math.min(piece, made.length - from)
    memory.set(pixels.subarray(3 * from, 3 * (from + count)), image)
    passes().lumaOf(image, levels, count, brightest)
    made.set(memory.subarray(levels, levels + count), from)
  }
  return made
}

function inPieces(data: Uint8Array, work: (at: number, count: number) => void): Uint8Array {
  const made = new Uint8Array(data.length)
  const piece = rowsAtOnce(1)
  const {
    memory,
    at: [place],
  } = places(piece)
  for (let from = 0; from < data.length; from += piece) {
    const count = Math.min(piece, data.length - from)
    memory.set(data.subarray(from, from + count), place)
    work(place, count)
    made.set(memory.subarray(place, place + count), from)
  }
  return made
}
