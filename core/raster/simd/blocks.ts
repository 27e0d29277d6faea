import type { Blocks, Grey } from '../image'
import { rowsAtOnce, levelsAt, put } from './memory'
import { passes, places } from './module'

/** Mean and standard deviation of each block of `size` × `size` pixels, from every second pixel of every second row. */
export function statistics({ width, height, data }: Grey, size: number, columns: number, rows: number) {
  const [mean, deviation] = [new Float32Array(columns * rows), new Float32Array(columns * rows)]
  const together = rowsAtOnce(width * size)
  const {
    memory,
    at: [image, means, deviations],
  } = places(together * size * width, 4 * together * columns, 4 * together * columns)
  for (let row = 0; row < rows; row += together) {
    const bottom = Math.min(height, (row + together) * size)
    const count = columns * Math.min(together, rows - row)
    memory.set(data.subarray(row * size * width, bottom * width), image)
    passes().statistics(image, width, bottom - row * size, size, columns, means, deviations)
    mean.set(levelsAt(memory, means, count), row * columns)
    deviation.set(levelsAt(memory, deviations, count), row * columns)
  }
  return { mean, deviation }
}

/** Of each of the blocks' values, the mean of the largest of those within the radius, along the rows and down the columns. */
export function gathered({ columns, rows, data }: Blocks, radius: number, gather: 'mean' | 'max'): Float32Array {
  const {
    memory,
    at: [from, across],
  } = places(4 * data.length, 4 * data.length)
  put(memory, from, data)
  const along = gather === 'mean' ? passes().means : passes().maxima
  along(from, across, rows, columns, columns, 1, radius)
  along(across, from, columns, rows, 1, columns, radius)
  return levelsAt(memory, from, data.length)
}
