import { findComponents } from '../components'
import type { Area, Grey, Rgb } from '../image'
import { adaptiveMono } from '../mono'
import { lumaOf } from '../simd/levels'
import type { Grid } from './grid'
import type { Mark } from './marks'

// Lengths in inches.
const sliver = 0.07
/** A stroke thinner than a line of print marks what it runs through or under. */
const thinStroke = 0.11
const under = 0.04
const largestLetter = 0.5
const leastCovered = 0.4
/** Of a letter that is marked by itself. */
const leastOfLetter = 0.35

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

/** Darker, a colour is ink and no mark. */
const darkest = 100

/**
 * The page without its marks, so that their edges are no letters: a marker's ink is bright in one of its colours, print and pens in
 * none, or dark in all.
 */
const withoutMarks = ({ width, height, data }: Rgb): Grey => ({ width, height, data: lumaOf(data, darkest) })

/** The rectangles, grown to hold every letter that they touch with a good part, and every word that is marked for the most part. */
export function withLetters(page: Rgb, bands: readonly Area[], dpi: number): Area[] {
  const { count, left, top, right, bottom } = findComponents(adaptiveMono(withoutMarks(page), dpi, 0.5))
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
    const grown = wordsOf(line)
      .filter(word => near(word, band, reach) && share(word.x, word.width, band.x, band.width) >= leastCovered)
      .reduce(joined, band)
    const hidden = line.filter(letter => share(letter.x, letter.width, grown.x, grown.width) >= leastOfLetter)
    return besideOthers(hidden.reduce(joined, grown), hidden, line)
  })
}

/** Without the ends that reach a little over letters which are not marked, as far as no marked one stands there. */
function besideOthers(area: Area, hidden: readonly Area[], line: readonly Area[]): Area {
  if (!hidden.length) return area
  const { x: from, width } = hidden.reduce(joined)
  let [left, right] = [area.x, area.x + area.width]
  for (const letter of line) {
    if (letter.x >= from + width && letter.x < right) right = letter.x
    if (letter.x + letter.width <= from && letter.x + letter.width > left) left = letter.x + letter.width
  }
  return { ...area, x: left, width: right - left }
}

const near = (a: Area, b: Area, reach: number) => a.x < b.x + b.width + reach && b.x < a.x + a.width + reach

/** How much of the first stretch lies in the second. */
const share = (start: number, length: number, from: number, size: number) =>
  Math.max(0, Math.min(start + length, from + size) - Math.max(start, from)) / Math.max(1, length)

/** Gaps between words are wider than so many times the usual gap between letters, and than this share of their usual height. */
const letterGaps = 2.2
const heightShare = 0.3

/** Letters in words: how far they stand apart in a line depends on its type. */
function wordsOf(letters: readonly Area[]): Area[] {
  const sorted = [...letters].sort((a, b) => a.x - b.x)
  const gaps: number[] = []
  let end = -Infinity
  for (const { x, width } of sorted) {
    if (end > -Infinity) gaps.push(x - end)
    end = Math.max(end, x + width)
  }
  const gap = Math.max(letterGaps * median(gaps.filter(one => one > 0)), heightShare * median(sorted.map(letter => letter.height)))
  const words: Area[] = []
  for (const letter of sorted) {
    const last = words.at(-1)
    if (last && letter.x - (last.x + last.width) < gap) words[words.length - 1] = joined(last, letter)
    else words.push(letter)
  }
  return words
}

const median = (numbers: readonly number[]) => [...numbers].sort((a, b) => a - b)[numbers.length >> 1] ?? 0

function joined(a: Area, b: Area): Area {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y }
}
