import { lineAt } from './blocks'
import type { Bitmap, Blocks, Grey } from './image'
import { spreadFront } from './simd/neighbours'
import { paperLevel } from './turn'

// Ink on the front that is dark enough to be looked for on the back.
const frontInk = 0.5
const leastThrough = 0.025
// How far paper may have moved between its two sides, and how far ink spreads on its way through.
const reachInches = 0.08
const spreadInches = 0.02
const mostPoints = 6000

/** The front as it would show through on the back: where its ink lies there, and how much of the paper's light it takes at most. */
export interface Through {
  ink: Bitmap
  most: number
}

/**
 * Finds the front of a sheet on its back: mirrored, and moved by so much that its ink meets the most darkness.
 * Null where nothing comes through.
 * @param paper the back's own level, 0 to 255
 */
export function findThrough(back: Grey, front: Grey, paper: number, dpi: number): Through | null {
  if (Math.abs(back.width - front.width) > dpi / 10 || Math.abs(back.height - front.height) > dpi / 10) return null
  const white = paperLevel(front)
  const points = inkPoints(front, white * (1 - frontInk), back.width)
  if (points.length < 400) return null
  const reach = Math.round(reachInches * dpi)
  let best = { dx: 0, dy: 0, dark: -1 }
  const tryAt = (dx: number, dy: number) => {
    const dark = meanDarkness(back, points, dx, dy, paper)
    if (dark > best.dark) best = { dx, dy, dark }
  }
  const coarse = Math.max(2, Math.round(reach / 4))
  for (let dy = -reach; dy <= reach; dy += coarse) for (let dx = -reach; dx <= reach; dx += coarse) tryAt(dx, dy)
  const { dx, dy } = best
  for (let y = -coarse; y <= coarse; y++) for (let x = -coarse; x <= coarse; x++) tryAt(dx + x, dy + y)
  const elsewhere = meanDarkness(back, points, best.dx + 3 * reach, best.dy + 3 * reach, paper)
  // Nothing comes through, or the back carries so much of its own that it cannot be told.
  if (best.dark - Math.max(0, elsewhere) < leastThrough) return null
  const size = { width: back.width, height: back.height }
  return {
    ink: { ...size, data: spreadFront(front, white * 0.8, best, Math.max(1, Math.round(spreadInches * dpi)), size) },
    most: darkestOf(back, points, best.dx, best.dy, paper),
  }
}

/** Marks without those that are the front's ink: over it, and no darker than comes through. What crosses it keeps the rest. */
export function withoutThrough(marks: Bitmap, back: Grey, { ink, most }: Through, paper: Blocks): Bitmap {
  const data = marks.data.slice()
  const { width } = marks
  const line = new Float32Array(paper.columns)
  let lineOf = -1
  for (let at = data.indexOf(1); at !== -1; at = data.indexOf(1, at + 1)) {
    if (!ink.data[at]) continue
    const y = Math.floor(at / width)
    if (y >> 4 !== lineOf) lineAt(paper, (lineOf = y >> 4) << 4, line)
    const white = line[((at - y * width) / paper.size) | 0]!
    if (back.data[at]! >= white * (1 - most)) data[at] = 0
  }
  return { ...marks, data }
}

/** Places of the front's dark ink, mirrored onto the back: x and y in turn. */
function inkPoints({ width, height, data }: Grey, limit: number, across: number): Int32Array {
  const found: number[] = []
  for (let y = 0; y < height; y += 3) {
    for (let x = y % 2; x < width; x += 3) if (data[y * width + x]! < limit) found.push(across - 1 - x, y)
  }
  const step = Math.max(1, Math.ceil(found.length / 2 / mostPoints))
  const points: number[] = []
  for (let at = 0; at + 1 < found.length; at += 2 * step) points.push(found[at]!, found[at + 1]!)
  return Int32Array.from(points)
}

function meanDarkness({ width, height, data }: Grey, points: Int32Array, dx: number, dy: number, paper: number): number {
  let sum = 0
  let count = 0
  for (let at = 0; at < points.length; at += 2) {
    const x = points[at]! + dx
    const y = points[at + 1]! + dy
    if (x < 0 || y < 0 || x >= width || y >= height) continue
    sum += 1 - data[y * width + x]! / paper
    count++
  }
  return count ? sum / count : -1
}

/** What nearly all of the front's ink stays below on the back, with some slack for the sensor's grain. */
function darkestOf({ width, height, data }: Grey, points: Int32Array, dx: number, dy: number, paper: number): number {
  const found: number[] = []
  for (let at = 0; at < points.length; at += 2) {
    const x = points[at]! + dx
    const y = points[at + 1]! + dy
    if (x >= 0 && y >= 0 && x < width && y < height) found.push(1 - data[y * width + x]! / paper)
  }
  found.sort((a, b) => a - b)
  return (found[Math.floor(found.length * 0.97)] ?? 0) + 0.08
}
