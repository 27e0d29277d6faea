import type { Grey } from './image'

/** Letters are told at this resolution what is said of their edges: distances grow with a page's own. */
const usualDpi = 200
/** Share of a page's pixels at whose steepest edges it is looked. */
const edgeShare = 0.004
/** Of a sharp edge most of the step lies within three pixels, of a blurred one it goes on over five; paper without print has none. */
const [blurredBelow, leastEdge] = [0.64, 40]
/** Half widths of three running means, which come near to a Gaussian mask of 3.2 pixels. */
const means = [2, 3, 3] as const
const gain = 3

/** Whether a page with print in full contrast is out of focus: its steepest edges rise on over more than their next pixels. */
export function isBlurred({ width, height, data }: Grey, dpi: number): boolean {
  const step = Math.max(1, Math.round(dpi / usualDpi))
  const [near, far] = [new Uint32Array(256), new Uint32Array(256)]
  const down = step * width
  for (let y = 2 * step; y < height - 2 * step; y += 4) {
    for (let at = y * width + 2 * step, end = (y + 1) * width - 2 * step; at < end; at++) {
      near[Math.max(Math.abs(data[at + step]! - data[at - step]!), Math.abs(data[at + down]! - data[at - down]!))]!++
      far[Math.max(Math.abs(data[at + 2 * step]! - data[at - 2 * step]!), Math.abs(data[at + 2 * down]! - data[at - 2 * down]!))]!++
    }
  }
  const [one, two] = [steepest(near), steepest(far)]
  return two >= leastEdge && one < blurredBelow * two
}

/** The step that so many of all are at least. */
function steepest(counts: Uint32Array): number {
  const wanted = edgeShare * counts.reduce((sum, count) => sum + count, 0)
  let sum = 0
  for (let step = 255; step > 0; step--) if ((sum += counts[step]!) >= wanted) return step
  return 0
}

/** A page with its edges made steeper: what a wide mask takes away of it is added, thrice. */
export function sharpened(page: Grey, dpi: number): Grey {
  const { width, height, data } = page
  const mask = means.reduce((from, half) => runningMean(from, width, height, Math.round((half * dpi) / usualDpi)), data)
  const sharp = new Uint8ClampedArray(data.length)
  for (let at = 0; at < data.length; at++) sharp[at] = data[at]! + gain * (data[at]! - mask[at]!)
  return { width, height, data: new Uint8Array(sharp.buffer) }
}

/** Each pixel's mean with so many on either side, both ways; what is behind an edge is as the edge. */
function runningMean(data: Uint8Array, width: number, height: number, half: number): Uint8Array {
  const count = 2 * half + 1
  const across = new Uint8Array(data.length)
  for (let y = 0; y < height; y++) {
    const row = y * width
    const level = (x: number) => data[row + Math.max(0, Math.min(width - 1, x))]!
    let sum = 0
    for (let x = -half; x <= half; x++) sum += level(x)
    for (let x = 0; x < width; x++) {
      across[row + x] = sum / count
      sum += level(x + half + 1) - level(x - half)
    }
  }
  const down = new Uint8Array(data.length)
  const rowOf = (y: number) => Math.max(0, Math.min(height - 1, y)) * width
  const sums = new Uint32Array(width)
  for (let y = -half; y <= half; y++) for (let x = 0, row = rowOf(y); x < width; x++) sums[x]! += across[row + x]!
  for (let y = 0; y < height; y++) {
    const [next, last] = [rowOf(y + half + 1), rowOf(y - half)]
    for (let x = 0, row = y * width; x < width; x++) {
      down[row + x] = sums[x]! / count
      sums[x]! += across[next + x]! - across[last + x]!
    }
  }
  return down
}
