import type { Area, Bitmap } from './image'
import { frameCover, inkInside, type TickBox } from './tickBoxes'
import { ringCover } from './tickRings'

/** How far from its place a frame is looked for, in inches. */
const reach = 0.07
/** How much of it must be there, and of each side of a square. */
const leastCover = 0.8
const leastSideCover = 0.6
/** Within this the line of a ring must stand that is expected in a place. */
const ringLine = 0.012
/** Two drawn alike differ by so many pixels. */
const sizes = [0, -1, 1, -2, 2]

/**
 * A frame like another one, about where it is expected: also where so much was drawn over it that it cannot be told by itself.
 * @param like in pixels
 * @returns null where none is there
 */
export function frameAt(page: Bitmap, like: Area, round: boolean, dpi: number): TickBox | null {
  const far = Math.round(reach * dpi)
  let best: { area: Area; cover: number; off: number } | null = null
  for (const larger of sizes) {
    const [width, height] = [Math.round(like.width) + larger, Math.round(like.height) + larger]
    for (let down = -far; down <= far; down++) {
      for (let along = -far; along <= far; along++) {
        const area = { x: Math.round(like.x) + along, y: Math.round(like.y) + down, width, height }
        const sides = round ? [ringCover(page, area, dpi, ringLine)] : frameCover(page, area)
        if (Math.min(...sides) < leastSideCover) continue
        const cover = sides.reduce((sum, side) => sum + side, 0) / sides.length
        const off = Math.hypot(along, down, larger)
        const better = !best || cover > best.cover + 0.01 || (cover > best.cover - 0.01 && off < best.off)
        if (cover >= leastCover && better) best = { area, cover, off }
      }
    }
  }
  return best && { ...best.area, ink: inkInside(page, best.area, round), ...(round ? { round } : {}) }
}
