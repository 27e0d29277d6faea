import type { Area } from '../../core/raster/image'

/** A line of text is lower. */
const tallInches = 0.15

/** Whether two areas have pixels in common. */
export const overlap = (a: Area, b: Area) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** What two areas have in common, as a share of what they cover together. */
export function sharedShare(a: Area, b: Area): number {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
  const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
  if (across <= 0 || down <= 0) return 0
  return (across * down) / (a.width * a.height + b.width * b.height - across * down)
}

/** Whether a code takes up most of a place: a short one can be read out of the middle of a longer one that is torn. */
export function covers(code: Area, place: Area): boolean {
  return overlap(code, place) && Math.max(code.width, code.height) > 0.7 * Math.max(place.width, place.height)
}

/** Blocks with those that are pieces of the same symbol: near for their length, and higher than a line of text. */
export function joined(blocks: readonly Area[], dpi: number): Area[] {
  const left = [...blocks]
  const found: Area[] = []
  const isTall = (area: Area) => Math.min(area.width, area.height) >= tallInches * dpi
  const long = (area: Area) => Math.max(area.width, area.height)
  for (let one = left.pop(); one; one = left.pop()) {
    let area = one
    for (let at = 0; isTall(area) && at < left.length; at++) {
      const other = left[at]!
      const room = (long(area) + long(other)) / 3
      const near = { x: area.x - room, y: area.y - room, width: area.width + 2 * room, height: area.height + 2 * room }
      if (!isTall(other) || !overlap(near, other)) continue
      area = hull(area, other)
      left.splice(at, 1)
      at = -1
    }
    found.push(area)
  }
  return found
}

function hull(a: Area, b: Area): Area {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y }
}
