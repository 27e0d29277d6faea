import { findComponents } from './components'
import type { Area, Bitmap } from './image'
import { inkInside, mostSide, type TickBox } from './tickBoxes'

// Inches. Letters of running text are smaller than a ring to tick.
const leastRing = 0.12
const leastRound = 0.88
/** How thick a ring is drawn at most, and how far from a circle its line may stand. */
const thickest = 0.035
const slack = 0.006
/** How much of the circle must be there. */
const leastCover = 0.92
const angles = Array.from({ length: 48 }, (_, at) => (at * Math.PI) / 24)

/** Finds rings to tick, empty or with something inside that keeps clear of the line around. @param dpi pixels an inch */
export function findTickRings(page: Bitmap, dpi: number): TickBox[] {
  const { count, left, top, right, bottom } = findComponents(page)
  const [least, most] = [leastRing * dpi, mostSide * dpi]
  const found: TickBox[] = []
  for (let at = 0; at < count; at++) {
    const [width, height] = [right[at]! - left[at]! + 1, bottom[at]! - top[at]! + 1]
    if (width < least || height < least || width > most || height > most) continue
    if (Math.min(width, height) / Math.max(width, height) < leastRound) continue
    const area = { x: left[at]!, y: top[at]!, width, height }
    // A disc is no ring: behind its line there is paper, at least on the way to what stands inside.
    if (ringCover(page, area, dpi) >= leastCover && paperBehind(page, area, dpi))
      found.push({ ...area, ink: inkInside(page, area, true), round: true })
  }
  return found
}

/** How much of a circle in this area is drawn. @param inwards how far inside of it its line may stand, in inches */
export function ringCover(page: Bitmap, { x, y, width, height }: Area, dpi: number, inwards = thickest): number {
  const [from, to] = [-slack * dpi, inwards * dpi]
  return share(angle => {
    for (let deep = from; deep <= to; deep++) if (inkAt(page, x, y, width, height, angle, deep)) return true
    return false
  })
}

const leastPaper = 0.6
function paperBehind(page: Bitmap, { x, y, width, height }: Area, dpi: number): boolean {
  const deep = Math.min(1.2 * thickest * dpi, width / 4)
  return share(angle => !inkAt(page, x, y, width, height, angle, deep)) >= leastPaper
}

const share = (is: (angle: number) => boolean) => angles.filter(is).length / angles.length

/** Ink at an angle, so far inwards from the area's ellipse. */
function inkAt(page: Bitmap, x: number, y: number, width: number, height: number, angle: number, inwards: number): boolean {
  const column = Math.round(x + (width - 1) / 2 + (width / 2 - inwards - 0.5) * Math.cos(angle))
  const row = Math.round(y + (height - 1) / 2 + (height / 2 - inwards - 0.5) * Math.sin(angle))
  return column >= 0 && row >= 0 && column < page.width && row < page.height && page.data[row * page.width + column] === 1
}
