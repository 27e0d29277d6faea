import type { Grey } from './image'
import { edgeSums, stepCounts } from './simd/edges'

type Sums = [Float32Array, Float32Array, Float32Array, Float32Array, Float32Array]

/**
 * How the light changes in each cell of a page: from the structure tensor (Bigün and Granlund, "Optimal orientation
 * detection of linear symmetry", 1987) and its fourfold form. `edges` is the share of pixels on an edge; `doubled` is
 * the mean of the edges' directions with the angle doubled, which is long where all run alike, as bars do; `fourfold`
 * has it quadrupled, which is long also where they run along two directions at a right angle, as the squares of a
 * matrix do. All three are means over a window of cells.
 */
export interface Texture {
  /** Side of a cell in pixels. */
  cell: number
  columns: number
  rows: number
  edges: Float32Array
  /** Means over these cells, each with the window around it. */
  directionsOf: (cells: readonly number[]) => { doubledX: number; doubledY: number; fourfoldX: number; fourfoldY: number }
}

const cellInches = 0.03
/** Cells in each direction that count beside the middle one. */
const reach = 2
/** One in so many of the pixels is looked at. */
const sampled = 6
// Steps of the sensor's noise, times this, are an edge.
const overNoise = 4.5
const leastStep = 5

/** A step, in sixths of a level, that noise alone seldom makes: from the median of the page's steps. */
function edgeStep(image: Grey): number {
  const counts = stepCounts(image, 11)
  const total = counts.reduce((sum, count) => sum + count, 0)
  let median = 0
  for (let seen = 0; median < 511 && seen + counts[median]! < total / 2; median++) seen += counts[median]!
  return Math.max(leastStep * 9, overNoise * median)
}

/** The texture of a grey page or a part of one. */
export function textureOf(image: Grey, dpi: number): Texture {
  const cell = Math.max(3, Math.round(cellInches * dpi))
  const columns = Math.ceil(image.width / cell)
  const rows = Math.ceil(image.height / cell)
  const step = edgeStep(image)
  const [edges, doubledX, doubledY, fourfoldX, fourfoldY] = edgeSums(image, cell, columns, rows, step * step) as Sums
  const around = windowed(edges, columns, rows)
  const pixels = (cell * (2 * reach + 1)) ** 2 / sampled
  /** The sum of these over the window around a cell. */
  const inWindow = (sums: Float32Array, at: number) => {
    const [middle, line] = [at % columns, Math.floor(at / columns)]
    let sum = 0
    for (let y = Math.max(0, line - reach); y <= Math.min(rows - 1, line + reach); y++)
      for (let x = Math.max(0, middle - reach); x <= Math.min(columns - 1, middle + reach); x++) sum += sums[y * columns + x]!
    return sum
  }
  return {
    cell,
    columns,
    rows,
    edges: around.map(edge => edge / pixels),
    // Few cells are ever asked about.
    directionsOf: cells => {
      const mean = (sums: Float32Array) =>
        cells.reduce((sum, at) => sum + (around[at] ? inWindow(sums, at) / around[at] : 0), 0) / cells.length
      return { doubledX: mean(doubledX), doubledY: mean(doubledY), fourfoldX: mean(fourfoldX), fourfoldY: mean(fourfoldY) }
    },
  }
}

/** Sums over the window around each cell: along the rows, then down the columns, each by what enters and what leaves. */
function windowed(values: Float32Array, columns: number, rows: number): Float32Array {
  const across = new Float32Array(values.length)
  for (let row = 0; row < rows; row++) {
    const from = row * columns
    let sum = 0
    for (let column = -reach; column < columns; column++) {
      if (column + reach < columns) sum += values[from + column + reach]!
      if (column > reach) sum -= values[from + column - reach - 1]!
      if (column >= 0) across[from + column] = sum
    }
  }
  const sums = new Float32Array(values.length)
  const running = new Float64Array(columns)
  for (let row = -reach; row < rows; row++) {
    const [enters, leaves] = [(row + reach) * columns, (row - reach - 1) * columns]
    for (let column = 0; column < columns; column++) {
      if (row + reach < rows) running[column]! += across[enters + column]!
      if (row > reach) running[column]! -= across[leaves + column]!
      if (row >= 0) sums[row * columns + column] = running[column]!
    }
  }
  return sums
}
