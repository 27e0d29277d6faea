import type { Area, Bitmap } from './image'

const leastBars = 10

/**
 * Places where upright or lying bars stand, whether or not they read: at least ten dark stripes over at least a third of an inch
 * and a twentieth of an inch long, each dark or light along its whole length. Text, rules and tables have no such places.
 */
export function findBars(ink: Bitmap, dpi: number): Area[] {
  const upright = stripes(ink, dpi)
  if (upright.length) return upright
  return stripes(transposed(ink), dpi).map(area => ({ x: area.y, y: area.x, width: area.height, height: area.width }))
}

function transposed({ width, height, data }: Bitmap): Bitmap {
  const turned = new Uint8Array(data.length)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) turned[x * height + y] = data[y * width + x]!
  return { width: height, height: width, data: turned }
}

function stripes(ink: Bitmap, dpi: number): Area[] {
  const band = Math.max(6, Math.round(0.05 * dpi))
  const found: Area[] = []
  for (let top = 0; top + band <= ink.height; top += band >> 1) {
    for (const area of stripesInBand(ink, top, band, dpi)) {
      const joined = found.find(other => other.y + other.height >= area.y && other.x < area.x + area.width && area.x < other.x + other.width)
      if (joined) merge(joined, area)
      else found.push(area)
    }
  }
  // Bars are at least two bands long; a line of text can fake one band, not two.
  return found.filter(area => area.height >= 2 * band)
}

function merge(into: Area, area: Area): void {
  const right = Math.max(into.x + into.width, area.x + area.width)
  const bottom = Math.max(into.y + into.height, area.y + area.height)
  into.x = Math.min(into.x, area.x)
  into.y = Math.min(into.y, area.y)
  into.width = right - into.x
  into.height = bottom - into.y
}

/** Stretches of one band in which each column is nearly all ink or nearly all paper, and the two alternate often. */
function stripesInBand(ink: Bitmap, top: number, band: number, dpi: number): Area[] {
  const { width, data } = ink
  const quiet = Math.round(0.12 * dpi)
  const areas: Area[] = []
  let start = -1
  let lastDark = -1
  let bars = 0
  let mixed = 0
  let columns = 0
  let state = 0
  const close = (end: number) => {
    const wide = lastDark - start
    if (start >= 0 && bars >= leastBars && wide >= dpi / 3 && mixed <= 0.25 * columns) {
      areas.push({ x: start, y: top, width: end - start, height: band })
    }
    start = -1
    bars = 0
    mixed = 0
    columns = 0
    state = 0
  }
  for (let x = 0; x < width; x++) {
    let dark = 0
    for (let y = top; y < top + band; y++) dark += data[y * width + x]!
    const share = dark / band
    const kind = share >= 0.85 ? 1 : share <= 0.15 ? 0 : 2
    if (kind === 1) {
      if (start < 0) start = x
      if (state !== 1) bars++
      lastDark = x
      state = 1
    } else if (kind === 0) {
      state = 0
    }
    if (start >= 0) {
      columns++
      if (kind === 2) mixed++
      if (x - lastDark > quiet) close(lastDark + 1)
    }
  }
  close(lastDark + 1)
  return areas
}
