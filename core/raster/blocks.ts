import type { Grey } from './image'

/** Values on a coarse grid over a page: one for each block of `size` × `size` pixels. */
export interface Blocks { size: number, columns: number, rows: number, data: Float32Array }

function grid(image: Grey, size: number): Blocks {
  const columns = Math.max(1, Math.ceil(image.width / size))
  const rows = Math.max(1, Math.ceil(image.height / size))
  return { size, columns, rows, data: new Float32Array(columns * rows) }
}

/** Mean and standard deviation of each block. */
export function blockStatistics(image: Grey, size: number): { mean: Blocks, deviation: Blocks } {
  const mean = grid(image, size)
  const deviation = grid(image, size)
  const { width, height, data } = image
  for (let row = 0; row < mean.rows; row++) {
    const bottom = Math.min(height, (row + 1) * size)
    for (let column = 0; column < mean.columns; column++) {
      const right = Math.min(width, (column + 1) * size)
      let sum = 0
      let squares = 0
      for (let y = row * size; y < bottom; y++) {
        const end = y * width + right
        for (let at = y * width + column * size; at < end; at++) {
          const value = data[at]!
          sum += value
          squares += value * value
        }
      }
      const count = (bottom - row * size) * (right - column * size)
      const average = sum / count
      mean.data[row * mean.columns + column] = average
      deviation.data[row * mean.columns + column] = Math.sqrt(Math.max(0, squares / count - average * average))
    }
  }
  return { mean, deviation }
}

/** A value for each block from its neighbourhood of `radius` blocks around. */
export function overNeighbours(blocks: Blocks, radius: number, gather: 'mean' | 'max'): Blocks {
  const pass = (from: Float32Array, lines: number, length: number, line: number, step: number) => {
    const to = new Float32Array(from.length)
    for (let at = 0; at < lines; at++) {
      for (let place = 0; place < length; place++) {
        const first = Math.max(0, place - radius)
        const last = Math.min(length - 1, place + radius)
        let sum = 0
        let most = -Infinity
        for (let near = first; near <= last; near++) {
          const value = from[at * line + near * step]!
          sum += value
          if (value > most) most = value
        }
        to[at * line + place * step] = gather === 'max' ? most : sum / (last - first + 1)
      }
    }
    return to
  }
  const { columns, rows } = blocks
  const across = pass(blocks.data, rows, columns, columns, 1)
  return { ...blocks, data: pass(across, columns, rows, 1, columns) }
}

/** Calls `each` for every row with the blocks' values interpolated to that row's pixels. */
export function forEachRow(blocks: Blocks, width: number, height: number, each: (y: number, values: Float32Array) => void): void {
  const { size, columns, rows, data } = blocks
  const values = new Float32Array(width)
  const line = new Float32Array(columns)
  for (let y = 0; y < height; y++) {
    const place = Math.min(rows - 1, Math.max(0, (y + 0.5) / size - 0.5))
    const upper = Math.floor(place)
    const lower = Math.min(rows - 1, upper + 1)
    const share = place - upper
    for (let column = 0; column < columns; column++) {
      line[column] = data[upper * columns + column]! * (1 - share) + data[lower * columns + column]! * share
    }
    for (let x = 0; x < width; x++) {
      const across = Math.min(columns - 1, Math.max(0, (x + 0.5) / size - 0.5))
      const left = across | 0
      const start = line[left]!
      const end = left + 1 < columns ? line[left + 1]! : start
      values[x] = start + (end - start) * (across - left)
    }
    each(y, values)
  }
}
