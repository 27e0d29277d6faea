import type { Blocks, Grey } from '../image'
import { rowsAtOnce, numbersAt, put } from './memory'
import { passes, places } from './module'

/** Goes over a page in bands of rows, each into the passes' memory and back. */
function inBands(
  { width, height, data }: Grey,
  blocks: Blocks,
  levels: 1 | 2,
  work: (place: { image: number; made: number; grid: number; line: number; levels: number[]; top: number; bottom: number }) => void,
): Uint8Array {
  const made = new Uint8Array(data.length)
  // Four rows share their levels.
  const band = rowsAtOnce(width, 4) & ~3
  const row = 4 * width
  const {
    memory,
    at: [image, to, grid, line, first, second],
  } = places(band * width, band * width, 4 * blocks.data.length, 4 * blocks.columns, row, levels === 2 ? row : 0)
  put(memory, grid, blocks.data)
  for (let top = 0; top < height; top += band) {
    const bottom = Math.min(height, top + band)
    memory.set(data.subarray(top * width, bottom * width), image)
    work({ image, made: to, grid, line, levels: [first, second], top, bottom })
    made.set(memory.subarray(to, to + (bottom - top) * width), top * width)
  }
  return made
}

/** For each pixel 1 where it is darker than the surface through the blocks' values, interpolated between their centres; else 0. */
export const darker = (page: Grey, blocks: Blocks): Uint8Array =>
  inBands(page, blocks, 1, ({ image, made, grid, line, levels, top, bottom }) => {
    passes().darker(image, made, page.width, top, bottom, grid, blocks.size, blocks.columns, blocks.rows, line, levels[0]!)
  })

/**
 * Each pixel's distance from the surface of its paper, times a gain and relative to the paper's level, with white where the paper is:
 * 255 + (pixel − paper) · gain / max(darkest, paper), cut off at 0 and 255.
 */
export const stretch = (page: Grey, paper: Blocks, gain: number, darkest: number): Uint8Array =>
  inBands(page, paper, 2, ({ image, made, grid, line, levels: [times, offsets], top, bottom }) => {
    const { size, columns, rows } = paper
    passes().stretch(image, made, page.width, top, bottom, grid, size, columns, rows, line, times!, offsets!, gain, darkest)
  })

/**
 * How far pixels are from a surface: counts of (pixel − surface) · 255 / max(darkest, surface), 512 of them below zero and as many
 * from it on, from every third pixel of every fourth row.
 */
export function countsAway({ width, height, data }: Grey, { size, columns, rows, data: levels }: Blocks, darkest: number): Uint32Array {
  const {
    memory,
    at: [pixels, grid, line, counts],
  } = places(width, 4 * levels.length, 4 * columns, 4 * 1024)
  put(memory, grid, levels)
  memory.fill(0, counts, counts + 4 * 1024)
  for (let y = 1; y < height; y += 4) {
    memory.set(data.subarray(y * width, (y + 1) * width), pixels)
    passes().countAway(pixels, width, y, grid, size, columns, rows, line, darkest, counts)
  }
  return numbersAt(memory, counts, 1024)
}
