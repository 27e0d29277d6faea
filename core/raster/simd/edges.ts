import { Band, rowsAtOnce, levelsAt, numbersAt, type Page } from './memory'
import { passes, places } from './module'

/** How large the steps of light along some rows are, in sixths of a level: 512 counts. */
export function stepCounts(page: Page, rowStep: number): Uint32Array {
  const { width, height } = page
  const {
    memory,
    at: [image, tall, steep, counts],
  } = places(5 * width, 2 * width, 2 * width, 4 * 512)
  memory.fill(0, counts, counts + 4 * 512)
  const band = new Band(page, memory, image, 5)
  for (let y = 2; y < height - 2; y += rowStep) {
    passes().rowSteps(band.row(y, 2), width, tall, steep)
    passes().countSteps(tall, width, counts)
  }
  return numbersAt(memory, counts, 512)
}

/**
 * Edges of each cell of a page, from every second pixel of every third row: how many, and the sums of their directions, with the
 * angle doubled and fourfold; see `textureOf`.
 * @param least the square of the step that is an edge, in sixths of a level
 */
export function edgeSums(page: Page, cell: number, columns: number, rows: number, least: number): Float32Array[] {
  const { width, height } = page
  const cells = columns * rows
  const bandRows = rowsAtOnce(width, 5)
  const {
    memory,
    at: [image, tall, steep, sums],
  } = places(bandRows * width, 2 * width, 2 * width, 5 * 4 * cells)
  memory.fill(0, sums, sums + 5 * 4 * cells)
  const band = new Band(page, memory, image, bandRows)
  for (let y = 2; y < height - 2; y += 3) {
    passes().rowSteps(band.row(y, 2), width, tall, steep)
    passes().addEdges(tall, steep, 2 + (y & 1), width, cell, least, sums + 4 * columns * Math.floor(y / cell), cells)
  }
  return [0, 1, 2, 3, 4].map(which => levelsAt(memory, sums + 4 * cells * which, cells))
}
