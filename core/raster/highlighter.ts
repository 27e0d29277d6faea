import type { HighlighterColour } from '../model/highlighters'
import { findComponents } from './components'
import { greyOf, type Area, type Bitmap, type Rgb } from './image'
import { adaptiveMono } from './mono'

/** Hues of fluorescent ink in degrees, from and to. Red is no highlighter: stamps are. */
const hues: Record<HighlighterColour, [number, number]> = {
  yellow: [42, 74],
  green: [74, 165],
  blue: [165, 228],
  pink: [286, 352],
  orange: [17, 42],
}

// Lengths in inches.
const cellSize = 0.02
/** Against the paper: paler is a tint, darker is ink. */
const leastSaturation = 0.16
/** What a marker reaches somewhere. */
const strong = 0.24
const penValue = 0.6
const leastValue = 0.66
const leastLuma = 0.52
/** Ink on a mark, of which the mark shows nothing. */
const inkLuma = 0.5
const leastShare = 0.4
/** A pen's stroke is thinner, a mark longer. */
const leastThickness = 0.055
const leastLength = 0.15
/** Print that a mark covers interrupts it so far. */
const bridgeAcross = 0.14
const bridgeDown = 0.06

/**
 * Finds what someone marked with a highlighter, as rectangles in pixels that hold every letter that is marked; coloured print,
 * shaded tables, photographs, stamps, pens and coloured paper are none.
 * @param page upright and straight
 * @param dpi pixels an inch
 */
export function findHighlights(page: Rgb, dpi: number, colours: readonly HighlighterColour[]): Area[] {
  const grid = gridOf(page, Math.max(2, Math.round(cellSize * dpi)), colours)
  bridge(grid, dpi)
  const marks = findMarks(grid, dpi)
  if (marks.length === 0) return []
  const bands = marks.flatMap(mark => bandsOf(mark, grid, dpi))
  return withLetters(page, bands, dpi)
}

const [none, marked, ink, coloured] = [0, 1, 2, 3]

/** The page in cells: what each is, and its hue, saturation and brightness. */
interface Grid {
  cell: number
  width: number
  height: number
  kind: Uint8Array
  hue: Float32Array
  tone: Float32Array
  saturation: Float32Array
  /** 1 where something dark stands in it. */
  print: Uint8Array
}

function gridOf(page: Rgb, cell: number, colours: readonly HighlighterColour[]): Grid {
  const [width, height] = [Math.floor(page.width / cell), Math.floor(page.height / cell)]
  const grid: Grid = {
    cell,
    width,
    height,
    kind: new Uint8Array(width * height),
    hue: new Float32Array(width * height),
    tone: new Float32Array(width * height),
    saturation: new Float32Array(width * height),
    print: new Uint8Array(width * height),
  }
  const [scaleRed, scaleGreen, scaleBlue] = paperOf(page).map(level => 255 / level) as [number, number, number]
  const ranges = colours.map(colour => hues[colour])
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      let [dark, fluorescent, other, light] = [0, 0, 0, 0]
      let [across, down, tone, colour] = [0, 0, 0, 0]
      for (let y = row * cell; y < (row + 1) * cell; y++) {
        for (let x = column * cell; x < (column + 1) * cell; x++) {
          const at = (y * page.width + x) * 3
          const red = Math.min(255, page.data[at]! * scaleRed)
          const green = Math.min(255, page.data[at + 1]! * scaleGreen)
          const blue = Math.min(255, page.data[at + 2]! * scaleBlue)
          const most = Math.max(red, green, blue)
          const least = Math.min(red, green, blue)
          const luma = (red * 0.299 + green * 0.587 + blue * 0.114) / 255
          const saturation = most ? (most - least) / most : 0
          if (saturation < leastSaturation) {
            if (luma < inkLuma) dark++
            else light++
            continue
          }
          const hue = hueOf(red, green, blue, most, least)
          const bright = most / 255 >= leastValue && luma >= leastLuma
          const ours = ranges.some(([from, to]) => hue >= from && hue < to)
          if (bright && ours) {
            fluorescent++
            across += Math.cos((hue * Math.PI) / 180)
            down += Math.sin((hue * Math.PI) / 180)
            tone += luma
            colour += saturation
          } else if (luma < inkLuma && most / 255 >= penValue)
            // Red pens and stamps: dark, and still bright in their own colour.
            other++
          else if (ours || (luma < inkLuma && saturation < 0.6)) dark++
          else other++
        }
      }
      const at = row * width + column
      const shown = fluorescent + other + light
      if (dark > 0.1 * cell * cell) grid.print[at] = 1
      if (fluorescent >= leastShare * shown && fluorescent >= 0.12 * cell * cell) {
        grid.kind[at] = marked
        grid.hue[at] = ((Math.atan2(down, across) * 180) / Math.PI + 360) % 360
        grid.tone[at] = tone / fluorescent
        grid.saturation[at] = colour / fluorescent
      } else if (other > 0.4 * cell * cell) grid.kind[at] = coloured
      else if (dark > 0.3 * cell * cell) grid.kind[at] = ink
      else grid.kind[at] = none
    }
  }
  return grid
}

function hueOf(red: number, green: number, blue: number, most: number, least: number): number {
  const spread = most - least
  const sixth = most === red ? ((green - blue) / spread + 6) % 6 : most === green ? (blue - red) / spread + 2 : (red - green) / spread + 4
  return sixth * 60
}

/** The most common bright level of each channel. */
function paperOf({ data }: Rgb): number[] {
  const counts = [0, 1, 2].map(() => new Uint32Array(256))
  for (let at = 0; at < data.length - 2; at += 3 * 17) {
    if (data[at]! + data[at + 1]! + data[at + 2]! < 360) continue
    for (const channel of [0, 1, 2] as const) counts[channel]![data[at + channel]!]!++
  }
  return counts.map(count => Math.max(96, count.indexOf(Math.max(...count))))
}

/** Marks go on over the print that they cover. */
function bridge({ width, height, kind, cell }: Grid, dpi: number): void {
  const run = (start: number, step: number, count: number, most: number) => {
    let last = -1
    for (let at = 0; at < count; at++) {
      const place = start + at * step
      if (kind[place] !== marked) continue
      const gap = at - last - 1
      if (last >= 0 && gap > 0 && gap <= most) {
        let inky = 0
        for (let between = last + 1; between < at; between++) if (kind[start + between * step] === ink) inky++
        // Over paper a mark does not go on.
        if (inky > 0) for (let between = last + 1; between < at; between++) kind[start + between * step] = marked
      }
      last = at
    }
  }
  for (let row = 0; row < height; row++) run(row * width, 1, width, Math.round((bridgeAcross * dpi) / cell))
  for (let column = 0; column < width; column++) run(column, width, height, Math.round((bridgeDown * dpi) / cell))
}

/** Connected marks in cells: for each row the first and last column. */
interface Mark extends Area {
  rows: Map<number, { from: number; to: number }>
}

function findMarks(grid: Grid, dpi: number): Mark[] {
  const bitmap: Bitmap = { width: grid.width, height: grid.height, data: grid.kind.map(kind => (kind === marked ? 1 : 0)) }
  const { count, left, top, right, bottom, area, runs, owner } = findComponents(bitmap)
  const marks: (Mark & { cells: number; edges: number })[] = []
  for (let one = 0; one < count; one++)
    marks.push({
      x: left[one]!,
      y: top[one]!,
      width: right[one]! - left[one]!,
      height: bottom[one]! - top[one]!,
      rows: new Map(),
      cells: area[one]!,
      edges: 0,
    })
  for (let run = 0; run < runs.count; run++) {
    const [row, from, to] = [runs.row[run]!, runs.start[run]!, runs.end[run]!]
    const { rows } = marks[owner[run]!]!
    const known = rows.get(row)
    rows.set(row, { from: Math.min(known?.from ?? from, from), to: Math.max(known?.to ?? to, to) })
  }
  const cells = (inches: number) => (inches * dpi) / grid.cell
  return marks.filter(mark => {
    const thickness = mark.cells / Math.max(mark.width, mark.height)
    if (thickness < cells(leastThickness) || Math.max(mark.width, mark.height) < cells(leastLength)) return false
    return !isBlot(mark, grid, dpi) && !isPale(mark, grid) && !isPicture(mark, grid) && !isPrinted(mark, mark.cells, grid, dpi)
  })
}

/** Whether it is as high as wide, larger than a word, and holds no print. */
function isBlot({ x, y, width, height }: Mark, grid: Grid, dpi: number): boolean {
  if (Math.max(width, height) > 2 * Math.min(width, height) || height * grid.cell < blot * dpi) return false
  for (let row = y; row < y + height; row++)
    for (let column = x; column < x + width; column++) if (grid.kind[row * grid.width + column] === ink) return false
  let bridged = 0
  for (let row = y; row < y + height; row++)
    for (let column = x; column < x + width; column++)
      if (grid.kind[row * grid.width + column] === marked && grid.tone[row * grid.width + column] === 0) bridged++
  return bridged === 0
}

/** Whether no part of it is as strong as a marker: tinted grounds and shaded heads. */
function isPale(mark: Mark, grid: Grid): boolean {
  const levels: number[] = []
  for (const [row, { from, to }] of mark.rows)
    for (let column = from; column < to; column++) {
      const level = grid.saturation[row * grid.width + column]!
      if (level > 0) levels.push(level)
    }
  levels.sort((a, b) => a - b)
  return (levels[Math.floor(levels.length * 0.7)] ?? 0) < strong
}

/** Whether other colours stand among it, or its own hue changes: photographs and coats of arms. */
function isPicture(mark: Mark, grid: Grid): boolean {
  let [others, own] = [0, 0]
  let [across, down] = [0, 0]
  const around = 2
  for (let row = Math.max(0, mark.y - around); row < Math.min(grid.height, mark.y + mark.height + around); row++) {
    for (let column = Math.max(0, mark.x - around); column < Math.min(grid.width, mark.x + mark.width + around); column++) {
      const at = row * grid.width + column
      if (grid.kind[at] === coloured) others++
      if (grid.kind[at] !== marked || grid.tone[at] === 0) continue
      own++
      across += Math.cos((grid.hue[at]! * Math.PI) / 180)
      down += Math.sin((grid.hue[at]! * Math.PI) / 180)
    }
  }
  // The length of the mean direction: 1 where all hues are one, 0.94 where they lie within 40 degrees.
  return others > 0.15 * own || Math.hypot(across, down) / Math.max(1, own) < 0.94
}

/**
 * Whether it is a shaded part of the print: an even rectangle with rules at its sides, whose words stand far apart as the
 * columns of a table's head do, or that is much larger than the words in it. A marker runs from word to word.
 */
function isPrinted(mark: Mark, cells: number, grid: Grid, dpi: number): boolean {
  // A page is never quite straight.
  const inner = Math.min(Math.floor((mark.height - 1) / 4), 1 + Math.round(0.004 * mark.width))
  const straight = [mark.y + inner, mark.y + mark.height - 1 - inner].every(row => {
    const ends = mark.rows.get(row)
    return ends !== undefined && ends.to - ends.from >= 0.97 * mark.width
  })
  if (cells < 0.93 * mark.width * mark.height || !straight || !isEven(mark, grid)) return false
  const { columns, rows } = printOf(mark, grid)
  const wide = (inches: number) => (inches * dpi) / grid.cell
  const margins = [
    columns.indexOf(true),
    columns.length - 1 - columns.lastIndexOf(true),
    rows.indexOf(true),
    rows.length - 1 - rows.lastIndexOf(true),
  ]
  return (
    !columns.includes(true) ||
    hasRules(mark, grid) ||
    longestGap(columns) > wide(widestGap) ||
    columns.filter(print => !print).length > mostEmpty * mark.width ||
    (mark.height > wide(tallest) && margins.filter(margin => margin > wide(widestMargin)).length > 1)
  )
}

const widestGap = 0.4
const mostEmpty = 0.5
const tallest = 0.45
const widestMargin = 0.12

/** In which of its columns and rows print stands. */
function printOf(mark: Mark, grid: Grid): { columns: boolean[]; rows: boolean[] } {
  const [columns, rows] = [new Array<boolean>(mark.width).fill(false), new Array<boolean>(mark.height).fill(false)]
  for (let row = 1; row < mark.height - 1; row++)
    for (let column = 1; column < mark.width - 1; column++) {
      if (grid.print[(mark.y + row) * grid.width + mark.x + column] === 0) continue
      columns[column] = true
      rows[row] = true
    }
  return { columns, rows }
}

/** The longest run without print between print. */
function longestGap(columns: readonly boolean[]): number {
  let [longest, run] = [0, 0]
  for (const print of columns.slice(columns.indexOf(true), columns.lastIndexOf(true) + 1)) {
    run = print ? 0 : run + 1
    longest = Math.max(longest, run)
  }
  return longest
}

function isEven(mark: Mark, grid: Grid): boolean {
  const tones: number[] = []
  for (let row = mark.y + 1; row < mark.y + mark.height - 1; row++) {
    for (let column = mark.x + 1; column < mark.x + mark.width - 1; column++) {
      const tone = grid.tone[row * grid.width + column]!
      if (tone > 0) tones.push(tone)
    }
  }
  const mean = tones.reduce((sum, tone) => sum + tone, 0) / Math.max(1, tones.length)
  const spread = Math.sqrt(tones.reduce((sum, tone) => sum + (tone - mean) ** 2, 0) / Math.max(1, tones.length))
  return spread < 0.03
}

/** Rules along two sides, as tables have. */
function hasRules(mark: Mark, grid: Grid): boolean {
  const inky = (cells: number[]) => cells.filter(at => grid.kind[at] === ink).length >= 0.7 * cells.length
  const row = (y: number) => Array.from({ length: mark.width }, (_, at) => y * grid.width + mark.x + at)
  const near = (y: number) => [y - 1, y, y + 1].some(one => one >= 0 && one < grid.height && inky(row(one)))
  return near(mark.y - 1) && near(mark.y + mark.height)
}

/** Rectangles of rows that begin and end about alike, in pixels. */
function bandsOf(mark: Mark, { cell }: Grid, dpi: number): Area[] {
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

const sliver = 0.07
const blot = 0.3
/** A stroke thinner than a line of print marks what it runs through or under. */
const thinStroke = 0.11
const under = 0.04
const largestLetter = 0.5
const wordGap = 0.055
const leastCovered = 0.4

/** The rectangles, grown to hold every letter that they touch with a good part, and every word that is marked for the most part. */
function withLetters(page: Rgb, bands: readonly Area[], dpi: number): Area[] {
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
