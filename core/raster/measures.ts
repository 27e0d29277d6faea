import { z } from 'zod'
import { luma, type Area, type Bitmap, type Pixels } from './image'

/** The sides of a page that print runs over. */
export const CutSide = z.enum(['top', 'right', 'bottom', 'left'])
export type CutSide = z.infer<typeof CutSide>
const sides = CutSide.options

/** What is left of a letter that was cut in two, in inches: larger is a shadow or a line, smaller a speck. */
const letter = { least: 0.015, most: 0.3 }
const leastLetters = 3

/**
 * The sides over which print runs: several pieces of the size of letters touch that edge.
 * @param atEdge what touches an edge
 * @param degrees by which the page is then turned, clockwise
 */
export function cutSides(
  atEdge: readonly Area[],
  page: { width: number; height: number },
  dpi: number,
  degrees: 0 | 90 | 180 | 270,
): CutSide[] {
  const counts = new Map<CutSide, number>()
  for (const { x, y, width, height } of atEdge) {
    const [low, high] = [Math.min(width, height) / dpi, Math.max(width, height) / dpi]
    if (high > letter.most || low < letter.least) continue
    const away = { top: y, right: page.width - x - width, bottom: page.height - y - height, left: x }
    const nearest = sides.reduce((one, other) => (away[other] < away[one] ? other : one))
    counts.set(nearest, (counts.get(nearest) ?? 0) + 1)
  }
  return sides.filter((_, at) => (counts.get(sides[(at + 4 - degrees / 90) % 4]!) ?? 0) >= leastLetters)
}

/**
 * How much darker a page's print is than its paper, 0 to 1: the darker quarter of the ink against the middle of all else.
 * 0 where there is no ink.
 */
export function contrastOf({ width, height, channels, data }: Pixels, ink: Bitmap): number {
  // Levels of the paper, then those of the ink.
  const counts = new Uint32Array(512)
  // Every third pixel of every fifth row says as much.
  for (let y = 0; y < height; y += 5) {
    for (let at = y * width, end = at + width; at < end; at += 3) {
      const level = channels === 1 ? data[at]! : luma(data[3 * at]!, data[3 * at + 1]!, data[3 * at + 2]!)
      counts[(ink.data[at]! << 8) | level]!++
    }
  }
  const [print, paper] = [quantile(counts.subarray(256), 0.25), quantile(counts.subarray(0, 256), 0.5)]
  return print === null || !paper ? 0 : Math.max(0, (paper - print) / paper)
}

function quantile(counts: Uint32Array, share: number): number | null {
  const all = counts.reduce((sum, count) => sum + count, 0)
  let sum = 0
  for (let level = 0; level < counts.length; level++) {
    sum += counts[level]!
    if (sum > 0 && sum >= share * all) return level
  }
  return null
}
