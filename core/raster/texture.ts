import type { Grey } from './image'

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
  doubledX: Float32Array
  doubledY: Float32Array
  fourfoldX: Float32Array
  fourfoldY: Float32Array
}

const cellInches = 0.03
/** Cells in each direction that count beside the middle one. */
const reach = 2
// Steps of the sensor's noise, times this, are an edge.
const overNoise = 4.5
const leastStep = 5

/** The page with each pixel the sum of its 3 by 3 neighbours: noise is a third, edges stay. */
function smooth({ width, height, data }: Grey): Uint16Array {
  const rows = new Uint16Array(data.length)
  for (let y = 0; y < height; y++) {
    const from = y * width
    for (let x = 1; x < width - 1; x++) rows[from + x] = data[from + x - 1]! + data[from + x]! + data[from + x + 1]!
  }
  const sums = new Uint16Array(data.length)
  for (let at = width; at < data.length - width; at++) sums[at] = rows[at - width]! + rows[at]! + rows[at + width]!
  return sums
}

/** A step in ninths of a level that noise alone seldom makes: from the median of the page's steps. */
function edgeStep(sums: Uint16Array, width: number): number {
  const counts = new Uint32Array(512)
  let total = 0
  for (let at = width + 1; at < sums.length - 1; at += 7) {
    counts[Math.min(511, Math.abs(sums[at + 1]! - sums[at - 1]!))]!++
    total++
  }
  let median = 0
  for (let seen = 0; median < 511 && seen + counts[median]! < total / 2; median++) seen += counts[median]!
  return Math.max(leastStep * 9, overNoise * median)
}

/** The texture of a grey page or a part of one. */
export function textureOf(image: Grey, dpi: number): Texture {
  const cell = Math.max(3, Math.round(cellInches * dpi))
  const columns = Math.ceil(image.width / cell)
  const rows = Math.ceil(image.height / cell)
  const make = () => new Float32Array(columns * rows)
  const [edges, doubledX, doubledY, fourfoldX, fourfoldY] = [make(), make(), make(), make(), make()]
  const { width, height } = image
  const sums = smooth(image)
  const least = edgeStep(sums, width) ** 2
  for (let y = 2; y < height - 2; y++) {
    const row = Math.floor(y / cell) * columns
    for (let x = 2; x < width - 2; x++) {
      const at = y * width + x
      const across = sums[at + 1]! - sums[at - 1]!
      const down = sums[at + width]! - sums[at - width]!
      const size = across * across + down * down
      if (size < least) continue
      const to = row + Math.floor(x / cell)
      const cosine = (across * across - down * down) / size
      const sine = 2 * across * down / size
      edges[to]!++
      doubledX[to]! += cosine
      doubledY[to]! += sine
      fourfoldX[to]! += cosine * cosine - sine * sine
      fourfoldY[to]! += 2 * cosine * sine
    }
  }
  const window = (sum: Float32Array) => windowed(sum, columns, rows)
  const [count, ...directions] = [window(edges), window(doubledX), window(doubledY), window(fourfoldX), window(fourfoldY)]
  for (const direction of directions) for (let at = 0; at < direction.length; at++) direction[at] = count[at]! > 0 ? direction[at]! / count[at]! : 0
  const pixels = (cell * (2 * reach + 1)) ** 2
  const [meanX, meanY, fourX, fourY] = directions as [Float32Array, Float32Array, Float32Array, Float32Array]
  return { cell, columns, rows, edges: count.map(edge => edge / pixels), doubledX: meanX, doubledY: meanY, fourfoldX: fourX, fourfoldY: fourY }
}

/** Sums over the window around each cell. */
function windowed(values: Float32Array, columns: number, rows: number): Float32Array {
  const across = new Float32Array(values.length)
  const sums = new Float32Array(values.length)
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let sum = 0
      for (let near = Math.max(0, column - reach); near <= Math.min(columns - 1, column + reach); near++) sum += values[row * columns + near]!
      across[row * columns + column] = sum
    }
  }
  for (let row = 0; row < rows; row++) {
    for (let near = Math.max(0, row - reach); near <= Math.min(rows - 1, row + reach); near++) {
      for (let column = 0; column < columns; column++) sums[row * columns + column]! += across[near * columns + column]!
    }
  }
  return sums
}
