import type { Bitmap, Blocks, Grey } from './image'
import { gathered, statistics } from './simd/blocks'
import { darker } from './simd/surface'

/** Mean and standard deviation of each block, from every second pixel of every second row. */
export function blockStatistics(image: Grey, size: number): { mean: Blocks; deviation: Blocks } {
  const [columns, rows] = [Math.max(1, Math.ceil(image.width / size)), Math.max(1, Math.ceil(image.height / size))]
  const { mean, deviation } = statistics(image, size, columns, rows)
  return { mean: { size, columns, rows, data: mean }, deviation: { size, columns, rows, data: deviation } }
}

/** A value for each block from its neighbourhood of `radius` blocks around. */
export const overNeighbours = (blocks: Blocks, radius: number, gather: 'mean' | 'max'): Blocks => ({
  ...blocks,
  data: gathered(blocks, radius, gather),
})

/** The blocks' values at the height of one row of pixels, one for each column of blocks. */
export function lineAt({ size, columns, rows, data }: Blocks, y: number, line = new Float32Array(columns)): Float32Array {
  const place = Math.min(rows - 1, Math.max(0, (y + 0.5) / size - 0.5))
  const upper = Math.floor(place)
  const lower = Math.min(rows - 1, upper + 1)
  const share = place - upper
  for (let column = 0; column < columns; column++) {
    line[column] = data[upper * columns + column]! * (1 - share) + data[lower * columns + column]! * share
  }
  return line
}

/** Pixels darker than the surface through the blocks' values, interpolated between their centres. */
export const darkerThan = (image: Grey, blocks: Blocks): Bitmap => ({
  width: image.width,
  height: image.height,
  data: darker(image, blocks),
})
