import { findComponents } from '../components'
import type { Area } from '../image'
import { coloured, hues, ink, marked, type Grid } from './grid'

// Lengths in inches.
/** A pen's stroke is thinner, a mark longer. */
const leastThickness = 0.055
const leastLength = 0.15
/** What a marker reaches somewhere, against the paper. */
const strong = 0.24
const blot = 0.3

/** Connected marks in cells: for each row the first and last column. */
export interface Mark extends Area {
  rows: Map<number, { from: number; to: number }>
}

/** By so many degrees a mark's hue may leave that of its colour. */
const besideHue = 8
/** A mark that lies in another one by this share of it is the same. */
const same = 0.9

/**
 * Marks of a highlighter; what is printed in colour, and stamps and pens, are none. Each colour is looked for by itself: marks of
 * two colours on neighbouring lines touch.
 */
export function findMarks(grid: Grid, dpi: number): Mark[] {
  const marks = Object.values(hues).flatMap(([from, to]) => marksOf(grid, from - besideHue, to + besideHue, dpi))
  // What lies between two colours is found as either.
  return marks.sort((a, b) => b.cells - a.cells).filter((mark, at, all) => !all.slice(0, at).some(other => covered(mark, other) >= same))
}

interface Found extends Mark {
  cells: number
  /** Of its colour, from and to. */
  hues: readonly [number, number]
}

function marksOf(grid: Grid, from: number, to: number, dpi: number): Found[] {
  const data = grid.kind.map((kind, at) => (kind === marked && grid.hue[at]! >= from && grid.hue[at]! < to ? 1 : 0))
  const { count, left, top, right, bottom, area, runs, owner } = findComponents({ width: grid.width, height: grid.height, data })
  const marks: Found[] = []
  for (let one = 0; one < count; one++)
    marks.push({
      x: left[one]!,
      y: top[one]!,
      width: right[one]! - left[one]!,
      height: bottom[one]! - top[one]!,
      rows: new Map(),
      cells: area[one]!,
      hues: [from, to],
    })
  for (let run = 0; run < runs.count; run++) {
    const [row, start, end] = [runs.row[run]!, runs.start[run]!, runs.end[run]!]
    const { rows } = marks[owner[run]!]!
    const known = rows.get(row)
    rows.set(row, { from: Math.min(known?.from ?? start, start), to: Math.max(known?.to ?? end, end) })
  }
  const cells = (inches: number) => (inches * dpi) / grid.cell
  return marks.filter(mark => {
    const thickness = mark.cells / Math.max(mark.width, mark.height)
    if (thickness < cells(leastThickness) || Math.max(mark.width, mark.height) < cells(leastLength)) return false
    return !isBlot(mark, grid, dpi) && !isPale(mark, grid) && !isPicture(mark, grid, dpi) && !isPrinted(mark, mark.cells, grid, dpi)
  })
}

/** The share of one area that lies in another. */
function covered(one: Area, other: Area): number {
  const wide = Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x)
  const high = Math.min(one.y + one.height, other.y + other.height) - Math.max(one.y, other.y)
  return (Math.max(0, wide) * Math.max(0, high)) / Math.max(1, one.width * one.height)
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
function isPicture(mark: Found, grid: Grid, dpi: number): boolean {
  let [others, marks, own] = [0, 0, 0]
  let [across, down] = [0, 0]
  const around = 2
  for (let row = Math.max(0, mark.y - around); row < Math.min(grid.height, mark.y + mark.height + around); row++) {
    for (let column = Math.max(0, mark.x - around); column < Math.min(grid.width, mark.x + mark.width + around); column++) {
      const at = row * grid.width + column
      if (grid.kind[at] === coloured) others++
      if (grid.kind[at] !== marked || grid.tone[at] === 0) continue
      if (grid.hue[at]! < mark.hues[0] || grid.hue[at]! >= mark.hues[1]) {
        marks++
        continue
      }
      own++
      across += Math.cos((grid.hue[at]! * Math.PI) / 180)
      down += Math.sin((grid.hue[at]! * Math.PI) / 180)
    }
  }
  // The length of the mean direction: 1 where all hues are one, 0.94 where they lie within 40 degrees.
  const scattered = Math.hypot(across, down) / Math.max(1, own) < 0.94
  const high = mark.height > (tallest * dpi) / grid.cell
  return others > 0.15 * own || marks > 0.5 * own || scattered || ((high || marks > 0.05 * own) && isBare(mark, grid))
}

/** Whether little print stands in it: what is higher than a line then, or touches another colour, is a picture's sky or ground. */
function isBare(mark: Mark, grid: Grid): boolean {
  const { columns } = printOf(mark, grid)
  return columns.filter(print => !print).length > mostEmpty * columns.length
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
