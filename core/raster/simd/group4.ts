import { put, rowsAtOnce, type Page } from './memory'
import { passes, places } from './module'

/**
 * A page of two levels as CCITT Group 4 data, 1 black.
 * @param words the code words, each its length above 16 bits of it: vertical modes, short runs of white and black, long ones
 */
export function group4({ width, height, data }: Page, words: Int32Array): Uint8Array {
  const band = rowsAtOnce(width)
  const line = 4 * (width + 8)
  const {
    memory,
    at: [image, lines, codes, rest, made],
  } = places(band * width, 2 * line, words.byteLength, 8, band * (3 * width + 64))
  put(memory, lines, new Int32Array(width + 8).fill(width))
  put(memory, codes, words)
  put(memory, rest, new Int32Array(2))
  const pieces: Uint8Array[] = []
  for (let top = 0; top < height; top += band) {
    const rows = Math.min(band, height - top)
    memory.set(data.subarray(top * width, (top + rows) * width), image)
    const count = passes().group4(image, width, rows, lines, codes, rest, top + rows === height, made)
    pieces.push(memory.slice(made, made + count))
  }
  const all = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    all.set(piece, at)
    at += piece.length
  }
  return all
}
