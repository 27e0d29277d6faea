import { rowsAtOnce } from './memory'
import { passes, places } from './module'

/** Ink, 1 and 0, of pixels that are black or white. */
export const inkOf = (pixels: Uint8Array): Uint8Array => inPieces(pixels, (at, count) => passes().inkOf(at, count))

/** Black or white of ink. */
export const blackOnWhite = (ink: Uint8Array): Uint8Array => inPieces(ink, (at, count) => passes().blackOnWhite(at, count))

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
