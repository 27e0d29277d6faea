import type { Bitmap, Grey } from './image'

/** Values on a coarse grid over a page: one for each block of `size` × `size` pixels. */
export interface Blocks {
  size: number
  columns: number
  rows: number
  data: Float32Array
}

function grid(image: Grey, size: number): Blocks {
  const columns = Math.max(1, Math.ceil(image.width / size))
  const rows = Math.max(1, Math.ceil(image.height / size))
  return { size, columns, rows, data: new Float32Array(columns * rows) }
}

/** Mean and standard deviation of each block, from every second pixel of every second row. */
export function blockStatistics(image: Grey, size: number): { mean: Blocks; deviation: Blocks } {
  const mean = grid(image, size)
  const deviation = grid(image, size)
  const { width, height, data } = image
  for (let row = 0; row < mean.rows; row++) {
    const bottom = Math.min(height, (row + 1) * size)
    for (let column = 0; column < mean.columns; column++) {
      const right = Math.min(width, (column + 1) * size)
      let sum = 0
      let squares = 0
      let lines = 0
      for (let y = row * size; y < bottom; y += 2) {
        const end = y * width + right
        for (let at = y * width + column * size; at < end; at += 2) {
          const value = data[at]!
          sum += value
          squares += value * value
        }
        lines++
      }
      const count = lines * ((right - column * size + 1) >> 1)
      const average = sum / count
      mean.data[row * mean.columns + column] = average
      deviation.data[row * mean.columns + column] = Math.sqrt(Math.max(0, squares / count - average * average))
    }
  }
  return { mean, deviation }
}

/** A value for each block from its neighbourhood of `radius` blocks around. */
export function overNeighbours(blocks: Blocks, radius: number, gather: 'mean' | 'max'): Blocks {
  const { columns, rows } = blocks
  const along = gather === 'mean' ? meanAlong : maxAlong
  const across = along(blocks.data, rows, columns, columns, 1, radius)
  return { ...blocks, data: along(across, columns, rows, 1, columns, radius) }
}

/** Along each line of values, the mean of those within the radius. */
function meanAlong(from: Float32Array, lines: number, length: number, line: number, step: number, radius: number): Float32Array {
  const to = new Float32Array(from.length)
  for (let at = 0; at < lines; at++) {
    const begin = at * line
    let sum = 0
    for (let place = 0; place < Math.min(radius, length); place++) sum += from[begin + place * step]!
    for (let place = 0; place < length; place++) {
      const enters = place + radius
      const leaves = place - radius - 1
      if (enters < length) sum += from[begin + enters * step]!
      if (leaves >= 0) sum -= from[begin + leaves * step]!
      to[begin + place * step] = sum / (Math.min(length - 1, enters) - Math.max(0, leaves + 1) + 1)
    }
  }
  return to
}

function maxAlong(from: Float32Array, lines: number, length: number, line: number, step: number, radius: number): Float32Array {
  const to = new Float32Array(from.length)
  for (let at = 0; at < lines; at++) {
    for (let place = 0; place < length; place++) {
      let most = -Infinity
      for (let near = Math.max(0, place - radius); near <= Math.min(length - 1, place + radius); near++) {
        const value = from[at * line + near * step]!
        if (value > most) most = value
      }
      to[at * line + place * step] = most
    }
  }
  return to
}

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
export function darkerThan(image: Grey, blocks: Blocks): Bitmap {
  const { width, height, data } = image
  const { size, columns } = blocks
  const ink = new Uint8Array(data.length)
  const line = new Float32Array(columns)
  for (let y = 0; y < height; y++) {
    lineAt(blocks, y, line)
    const row = y * width
    for (let column = -1; column < columns; column++) {
      const from = Math.max(0, Math.ceil(size * (column + 0.5)))
      const to = Math.min(width, Math.ceil(size * (column + 1.5)))
      const left = line[Math.max(column, 0)]!
      const slope = (line[Math.min(column + 1, columns - 1)]! - left) / size
      // Levels in fixed point, 8 bits behind the point.
      const level = ((left + slope * (from + 0.5 - size * (column + 0.5))) * 256) | 0
      compare(data, ink, row + from, row + to, level, (slope * 256) | 0)
    }
  }
  return { width, height, data: ink }
}

function compare(data: Uint8Array, ink: Uint8Array, from: number, to: number, level: number, step: number): void {
  for (let at = from; at < to; at++) {
    ink[at] = ((data[at]! << 8) - level) >>> 31
    level += step
  }
}
