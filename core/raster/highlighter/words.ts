import { findComponents } from '../components'
import { greyOf, type Area, type Rgb } from '../image'
import { adaptiveMono } from '../mono'
import type { Grid } from './grid'
import type { Mark } from './marks'

// Lengths in inches.
const sliver = 0.07
/** A stroke thinner than a line of print marks what it runs through or under. */
const thinStroke = 0.11
const under = 0.04
const largestLetter = 0.5
const wordGap = 0.055
const leastCovered = 0.4

/** Rectangles of rows that begin and end about alike, in pixels. */
export function bandsOf(mark: Mark, { cell }: Grid, dpi: number): Area[] {
  const alike = (0.12 * dpi) / cell
  const bands: { from: number; to: number; top: number; bottom: number }[] = []
  for (const [row, { from, to }] of [...mark.rows].sort((a, b) => a[0] - b[0])) {
    const band = bands.at(-1)
    if (band && band.bottom === row && Math.abs(band.from - from) < alike && Math.abs(band.to - to) < alike) {
      Object.assign(band, { from: Math.min(band.from, from), to: Math.max(band.to, to), bottom: row + 1 })
    } else bands.push({ from, to, top: row, bottom: row + 1 })
  }
  return withoutSlivers(bands, (sliver * dpi) / cell).map(({ from, to, top, bottom }) => ({
    x: from * cell,
    y: top * cell,
    width: (to - from) * cell,
    height: (bottom - top) * cell,
  }))
}

/** The uneven edge of a stroke belongs to the stroke. */
function withoutSlivers<B extends { from: number; to: number; top: number; bottom: number }>(bands: readonly B[], least: number): B[] {
  const kept: B[] = []
  let ahead: B | null = null
  for (const band of bands) {
    const last = kept.at(-1)
    const whole: B = ahead ? { ...band, from: Math.min(ahead.from, band.from), to: Math.max(ahead.to, band.to), top: ahead.top } : band
    ahead = null
    if (whole.bottom - whole.top >= least) kept.push(whole)
    else if (last && last.bottom === whole.top)
      Object.assign(last, { from: Math.min(last.from, whole.from), to: Math.max(last.to, whole.to), bottom: whole.bottom })
    else ahead = whole
  }
  return ahead ? [...kept, ahead] : kept
}

/** The rectangles, grown to hold every letter that they touch with a good part, and every word that is marked for the most part. */
export function withLetters(page: Rgb, bands: readonly Area[], dpi: number): Area[] {
  const { count, left, top, right, bottom } = findComponents(adaptiveMono(greyOf(page), dpi, 0.5))
  const letters: Area[] = []
  for (let one = 0; one < count; one++) {
    const box = { x: left[one]!, y: top[one]!, width: right[one]! - left[one]!, height: bottom[one]! - top[one]! }
    if (box.width <= largestLetter * 2 * dpi && box.height <= largestLetter * dpi && box.height > 0.02 * dpi) letters.push(box)
  }
  const reach = 0.08 * dpi
  return bands.map(band => {
    const centre = band.y + band.height / 2
    const thin = band.height < thinStroke * dpi
    const line = letters.filter(
      letter =>
        share(letter.y, letter.height, band.y, band.height) >= 0.45 ||
        (thin && centre > letter.y && centre < letter.y + letter.height + under * dpi),
    )
    const grown = wordsOf(line, wordGap * dpi)
      .filter(word => near(word, band, reach) && share(word.x, word.width, band.x, band.width) >= leastCovered)
      .reduce(joined, band)
    return line.filter(letter => share(letter.x, letter.width, grown.x, grown.width) >= 0.35).reduce(joined, grown)
  })
}

const near = (a: Area, b: Area, reach: number) => a.x < b.x + b.width + reach && b.x < a.x + a.width + reach

/** How much of the first stretch lies in the second. */
const share = (start: number, length: number, from: number, size: number) =>
  Math.max(0, Math.min(start + length, from + size) - Math.max(start, from)) / Math.max(1, length)

function wordsOf(letters: readonly Area[], gap: number): Area[] {
  const words: Area[] = []
  for (const letter of [...letters].sort((a, b) => a.x - b.x)) {
    const last = words.at(-1)
    if (last && letter.x - (last.x + last.width) < gap) words[words.length - 1] = joined(last, letter)
    else words.push(letter)
  }
  return words
}

function joined(a: Area, b: Area): Area {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y }
}
