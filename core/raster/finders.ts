import type { Area, Bitmap } from './image'

const ratios = [1, 1, 3, 1, 1] as const
// Share of a module by which each run may be off: half of one, as ISO/IEC 18004, 13 b) 1) allows.
const tolerance = 0.5
const leastModule = 1.5

interface Centre {
  x: number
  y: number
  module: number
  seen: number
}

/** Whether five runs stand as the rings of a finder pattern do; their module in pixels, else 0. */
function moduleOf(runs: readonly number[]): number {
  const whole = runs[0]! + runs[1]! + runs[2]! + runs[3]! + runs[4]!
  const module = whole / 7
  if (module < leastModule) return 0
  for (let at = 0; at < 5; at++)
    if (Math.abs(runs[at]! - ratios[at]! * module) > tolerance * module * (ratios[at] === 3 ? 1.6 : 1)) return 0
  return module
}

/** The five runs up and down through a place that is ink, or null where it runs out of the page. */
function runsDown({ width, height, data }: Bitmap, x: number, y: number, most: number): number[] | null {
  const count = (from: number, step: -1 | 1, ink: number) => {
    let at = from
    while (at >= 0 && at < height && Math.abs(at - from) <= most && data[at * width + x] === ink) at += step
    return at
  }
  const up1 = count(y, -1, 1)
  const up2 = count(up1, -1, 0)
  const up3 = count(up2, -1, 1)
  const down1 = count(y, 1, 1)
  const down2 = count(down1, 1, 0)
  const down3 = count(down2, 1, 1)
  if (up3 < -1 || down3 > height) return null
  return [up2 - up3, up1 - up2, down1 - up1 - 1, down2 - down1, down3 - down2]
}

/** Centres of square finder patterns (ISO/IEC 18004, 6.3.3), seen along rows and confirmed down columns. */
function findCentres(ink: Bitmap): Centre[] {
  const { width, height, data } = ink
  const centres: Centre[] = []
  for (let y = 0; y < height; y += 2) {
    const row = y * width
    const runs = [0, 0, 0, 0, 0]
    let x = 0
    let colour = 0
    while (x < width) {
      const from = x
      while (x < width && data[row + x] === colour) x++
      runs.shift()
      runs.push(x - from)
      if (colour === 1) {
        const module = moduleOf(runs)
        const middle = x - runs[4]! - runs[3]! - Math.round(runs[2]! / 2)
        const down = module ? runsDown(ink, middle, y, Math.ceil(5 * module)) : null
        const across = down ? moduleOf(down) : 0
        if (across && Math.abs(across - module) < 0.35 * module) note(centres, middle, y, module)
      }
      colour = 1 - colour
    }
  }
  return centres.filter(centre => centre.seen >= 2)
}

function note(centres: Centre[], x: number, y: number, module: number): void {
  const near = centres.find(other => Math.hypot(other.x - x, other.y - y) < 2.5 * module && Math.abs(other.module - module) < 0.4 * module)
  if (!near) {
    centres.push({ x, y, module, seen: 1 })
    return
  }
  near.seen++
  near.x += (x - near.x) / near.seen
  near.y += (y - near.y) / near.seen
}

/**
 * Places where a QR code stands, whether or not it reads: two or three of its corner patterns, alike in size and
 * as far apart as the sides or the diagonal of one symbol can be. Ruled forms and tick boxes have none.
 */
export function findFinders(ink: Bitmap): Area[] {
  const left = findCentres(ink)
  const found: Area[] = []
  while (left.length) {
    const first = left.shift()!
    const others = left.filter(other => {
      const modules = Math.hypot(other.x - first.x, other.y - first.y) / first.module
      return Math.abs(other.module - first.module) < 0.3 * first.module && modules > 11 && modules < 240
    })
    if (others.length === 0) continue
    for (const other of others) left.splice(left.indexOf(other), 1)
    const all = [first, ...others]
    const reach = 3.5 * first.module
    const x = Math.min(...all.map(centre => centre.x)) - reach
    const y = Math.min(...all.map(centre => centre.y)) - reach
    // The fourth corner has no pattern, so two patterns give the length of the side that is missing.
    const side = Math.max(...all.map(centre => Math.max(centre.x - x, centre.y - y))) + reach
    found.push({ x, y, width: side, height: side })
  }
  return found
}
