import type { Components } from './components'

/** The page on which components were found. */
export interface Page {
  width: number
  height: number
  dpi: number
}

/** For each component: darkest contrast and steepest step, as shares of the paper's level. */
export interface Look {
  darkest: Float32Array
  steepest: Float32Array
}

const edgeInches = 0.03

/** Dark borders and shadows: ink that runs to the page's edge. */
export function touchesEdge(parts: Components, part: number, page: Page): boolean {
  const margin = Math.round(edgeInches * page.dpi)
  return (
    parts.left[part]! <= margin ||
    parts.top[part]! <= margin ||
    parts.right[part]! >= page.width - margin ||
    parts.bottom[part]! >= page.height - margin
  )
}

/** Feeder streaks: thin upright lines, whole or broken, that together cover a quarter of the page's height. */
export function isStreak(parts: Components, page: Page): (part: number) => boolean {
  const thin = Math.max(3, Math.round(0.025 * page.dpi))
  const slender = (part: number) => {
    const width = parts.right[part]! - parts.left[part]!
    return width <= thin && parts.bottom[part]! - parts.top[part]! >= 3 * width
  }
  const slotOf = (part: number) => Math.floor((parts.left[part]! + parts.right[part]!) / 2 / thin)
  const covered = new Int32Array(Math.ceil(page.width / thin) + 2)
  for (let part = 0; part < parts.count; part++) {
    if (slender(part)) covered[slotOf(part) + 1]! += parts.bottom[part]! - parts.top[part]!
  }
  return part => {
    if (!slender(part)) return false
    const slot = slotOf(part) + 1
    return covered[slot - 1]! + covered[slot]! + covered[slot + 1]! > page.height / 4
  }
}

/** Of the box around a disc ink covers 0.79, of that around a letter O half. */
const filledShare = 0.65

/**
 * Punch holes: round, 4 to 9 mm wide, filled or a ring, within 20 mm of an edge (ISO 838 puts them at 12 mm). A ring beside
 * which something of its height stands is a letter of a heading.
 */
export function isHole(parts: Components, part: number, page: Page): boolean {
  const width = parts.right[part]! - parts.left[part]!
  const height = parts.bottom[part]! - parts.top[part]!
  const size = Math.max(width, height) / page.dpi
  if (size < 0.16 || size > 0.36 || Math.min(width, height) < 0.8 * Math.max(width, height)) return false
  const x = (parts.left[part]! + parts.right[part]!) / 2
  const y = (parts.top[part]! + parts.bottom[part]!) / 2
  const toEdge = Math.min(x, page.width - x, y, page.height - y) / page.dpi
  if (toEdge >= 0.8 || !isRound(parts, part, x, y, width / 2)) return false
  return parts.area[part]! >= filledShare * width * height || !standsInLine(parts, part, 0)
}

/**
 * Whether another component of about a component's height stands beside it, as letters of a word do.
 * @param least how wide that is at least, as a share of its height
 */
function standsInLine(parts: Components, part: number, least: number): boolean {
  const [top, bottom] = [parts.top[part]!, parts.bottom[part]!]
  const height = bottom - top
  for (let other = 0; other < parts.count; other++) {
    const own = parts.bottom[other]! - parts.top[other]!
    if (other === part || own < 0.5 * height || own > 1.6 * height) continue
    if (parts.right[other]! - parts.left[other]! < least * own) continue
    const shared = Math.min(bottom, parts.bottom[other]!) - Math.max(top, parts.top[other]!)
    const gap = Math.max(parts.left[part]!, parts.left[other]!) - Math.min(parts.right[part]!, parts.right[other]!)
    if (shared >= 0.5 * own && gap <= 0.6 * height) return true
  }
  return false
}

/** Whether nine tenths of a component's outermost ink in each row lies near the circle that its box suggests. */
function isRound(parts: Components, part: number, x: number, y: number, radius: number): boolean {
  const { runs, owner } = parts
  const first = new Map<number, number>()
  const last = new Map<number, number>()
  for (let run = 0; run < runs.count; run++) {
    if (owner[run] !== part) continue
    const row = runs.row[run]!
    first.set(row, Math.min(first.get(row) ?? Infinity, runs.start[run]!))
    last.set(row, Math.max(last.get(row) ?? -Infinity, runs.end[run]!))
  }
  let near = 0
  for (const [row, start] of first) {
    const reach = Math.sqrt(Math.max(0, radius * radius - (row + 0.5 - y) ** 2))
    const allowed = Math.max(2, radius * 0.2)
    if (Math.abs(x - reach - start) <= allowed && Math.abs(x + reach - last.get(row)!) <= allowed) near++
  }
  return near >= 0.9 * first.size
}

/** Staple shadows: a short straight line, 6 to 16 mm, within an inch of two edges. */
export function isStaple(parts: Components, part: number, page: Page): boolean {
  const width = (parts.right[part]! - parts.left[part]!) / page.dpi
  const height = (parts.bottom[part]! - parts.top[part]!) / page.dpi
  const length = Math.hypot(width, height)
  const thickness = parts.area[part]! / (page.dpi * page.dpi) / length
  if (length < 0.22 || length > 0.65 || thickness > 0.07) return false
  const x = (parts.left[part]! + parts.right[part]!) / 2 / page.dpi
  const y = (parts.top[part]! + parts.bottom[part]!) / 2 / page.dpi
  const fromSide = Math.min(x, page.width / page.dpi - x)
  const fromEnd = Math.min(y, page.height / page.dpi - y)
  if (fromSide >= 1 || fromEnd >= 1 || !isStraight(parts, part, width > height)) return false
  // An l or I of a large heading has wider letters beside it; a staple's shadow has at most its like.
  return width > height / 2 || !standsInLine(parts, part, 0.3)
}

/** Whether the ink of a component lies along one diagonal, or the long side, of its box. */
function isStraight(parts: Components, part: number, lying: boolean): boolean {
  const { runs, owner } = parts
  let count = 0
  let sumX = 0
  let sumY = 0
  let sumXX = 0
  let sumXY = 0
  let sumYY = 0
  for (let run = 0; run < runs.count; run++) {
    if (owner[run] !== part) continue
    const y = runs.row[run]!
    for (let x = runs.start[run]!; x < runs.end[run]!; x++) {
      count++
      sumX += x
      sumY += y
      sumXX += x * x
      sumXY += x * y
      sumYY += y * y
    }
  }
  const xx = sumXX / count - (sumX / count) ** 2
  const yy = sumYY / count - (sumY / count) ** 2
  const xy = sumXY / count - (sumX / count) * (sumY / count)
  const half = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy)
  const along = (xx + yy) / 2 + half
  const across = (xx + yy) / 2 - half
  return along > 12 * Math.max(across, 0.01) && (lying ? xx >= yy * 0.5 : yy >= xx * 0.5)
}

/** Specks: dust no larger than a millimetre, with fewer than three marks near. A sentence's dot has neighbours. */
export function isSpeck(parts: Components, page: Page): (part: number, dropped: (other: number) => boolean) => boolean {
  const small = Math.max(2, Math.round(0.042 * page.dpi))
  const reach = Math.max(4, Math.round(0.12 * page.dpi))
  const columns = Math.ceil(page.width / reach) + 2
  const cells = new Map<number, number[]>()
  const cellOf = (x: number, y: number) => (Math.floor(y / reach) + 1) * columns + Math.floor(x / reach) + 1
  const centreX = (part: number) => (parts.left[part]! + parts.right[part]!) / 2
  const centreY = (part: number) => (parts.top[part]! + parts.bottom[part]!) / 2
  const isSmall = (part: number) => parts.right[part]! - parts.left[part]! <= small && parts.bottom[part]! - parts.top[part]! <= small
  const tiny = Math.max(1, Math.round(4 * (page.dpi / 200) ** 2))
  for (let part = 0; part < parts.count; part++) {
    if (parts.area[part]! <= tiny) continue
    const cell = cellOf(centreX(part), centreY(part))
    const here = cells.get(cell)
    if (here) here.push(part)
    else cells.set(cell, [part])
  }
  return (part, dropped) => {
    if (parts.area[part]! <= tiny) return true
    if (!isSmall(part)) return false
    let near = 0
    const cell = cellOf(centreX(part), centreY(part))
    for (const row of [-columns, 0, columns]) {
      for (const column of [-1, 0, 1]) {
        for (const other of cells.get(cell + row + column) ?? []) {
          if (other === part || dropped(other)) continue
          if (!isSmall(other)) return false
          if (Math.hypot(centreX(other) - centreX(part), centreY(other) - centreY(part)) <= reach && ++near >= 3) return false
        }
      }
    }
    return true
  }
}
