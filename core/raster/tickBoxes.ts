import type { Area, Bitmap } from './image'

/** A printed box to tick, in pixels, and the share of its inside that is ink. */
export interface TickBox extends Area {
  ink: number
  /** A ring. */
  round?: boolean
}

// Inches. A box is from 2.2 to 9 millimetres wide.
const leastSide = 0.085
export const mostSide = 0.36
/** What a line may be interrupted by, and how far it may stand from where its box expects it. */
const gap = 0.016
const slack = 0.014
/** How far a stroke through a corner may reach along a side. */
const crossing = 0.06
/** Thicker is no line. */
const thickest = 0.035
/** How much of each side must be there. */
const leastCover = 0.78
/** From each side to the inside that is measured, as a share of the box; a ring's line reaches further in. */
const inset = 0.2
const ringInset = 0.3

/** A level line: from `start` up to `end`, over rows or columns `first` to `last`. */
interface Line {
  start: number
  end: number
  first: number
  last: number
}

/**
 * Finds square boxes drawn with lines, empty or with something in them, also where a stroke crosses a side.
 * @param dpi pixels an inch
 */
export function findTickBoxes(page: Bitmap, dpi: number): TickBox[] {
  const least = leastSide * dpi
  const most = mostSide * dpi
  const lines = levelLines(page, dpi).sort((a, b) => a.first - b.first)
  const found: TickBox[] = []
  for (const [at, top] of lines.entries()) {
    for (const bottom of lines.slice(at + 1)) {
      const height = bottom.last - top.first + 1
      if (height > most) break
      if (height < least || bottom.first - top.last < least / 2) continue
      if (Math.min(top.end, bottom.end) - Math.max(top.start, bottom.start) < least * 0.8) continue
      const box = bestBox(page, top, bottom, height, dpi)
      if (box) found.push(box)
    }
  }
  // A letter may look like a box inside one.
  return found
    .sort((a, b) => b.width * b.height - a.width * a.height)
    .filter((box, at, all) => !all.slice(0, at).some(other => overlap(other, box)))
}

/** Strokes may lengthen either line, so the upright sides are looked for from its ends inwards. */
function bestBox(page: Bitmap, top: Line, bottom: Line, height: number, dpi: number): TickBox | null {
  const [least, most, near, inwards] = [leastSide * dpi, mostSide * dpi, slack * dpi, crossing * dpi]
  const column = (from: number, to: number) => uprightBetween(page, Math.round(from), Math.round(to), top.first, height, near)
  const [start, end] = [Math.max(top.start, bottom.start), Math.min(top.end, bottom.end)]
  const left = column(start - near, start + inwards)
  const right = column(end + near, end - inwards)
  if (left === null || right === null) return null
  const width = right - left + 1
  if (width < least || width > most || width / height < 0.62 || width / height > 1.6) return null
  const area = { x: left, y: top.first, width, height }
  const level = [top.first, bottom.last].every(row => coverOf(width, at => inkNear(page, left + at, row, 0, near)) >= leastCover)
  return level ? { ...area, ink: inkInside(page, area) } : null
}

/** The first column, in that direction, along which a side of this height stands; null where none does. */
function uprightBetween(page: Bitmap, from: number, to: number, top: number, height: number, near: number): number | null {
  const step = from <= to ? 1 : -1
  let best: { column: number; cover: number } | null = null
  for (let column = from; column !== to + step; column += step) {
    const cover = coverOf(height, at => inkNear(page, column, top + at, Math.min(1, near), 0))
    if (cover >= leastCover && (!best || cover > best.cover + 0.02)) best = { column, cover }
  }
  return best && best.column
}

/** How much of each side of a square is drawn: top, bottom, left, right; a pixel beside it counts. */
export function frameCover(page: Bitmap, { x, y, width, height }: Area): number[] {
  const level = (row: number) => coverOf(width, at => inkNear(page, x + at, row, 0, 1))
  const upright = (column: number) => coverOf(height, at => inkNear(page, column, y + at, 1, 0))
  return [level(y), level(y + height - 1), upright(x), upright(x + width - 1)]
}

function coverOf(length: number, hasInk: (at: number) => boolean): number {
  let count = 0
  for (let at = 0; at < length; at++) if (hasInk(at)) count++
  return count / length
}

function inkNear({ width, height, data }: Bitmap, x: number, y: number, across: number, down: number): boolean {
  const [wide, tall] = [Math.round(across), Math.round(down)]
  for (let row = Math.max(0, y - tall); row <= Math.min(height - 1, y + tall); row++) {
    for (let column = Math.max(0, x - wide); column <= Math.min(width - 1, x + wide); column++)
      if (data[row * width + column] === 1) return true
  }
  return false
}

function levelLines(page: Bitmap, dpi: number): Line[] {
  const { width, height, data } = page
  const least = leastSide * dpi
  const bridge = Math.max(1, Math.round(gap * dpi))
  const done: Line[] = []
  let open: Line[] = []
  for (let y = 0; y < height; y++) {
    const still: Line[] = []
    for (const { start, end } of runsOf(data.subarray(y * width, (y + 1) * width), bridge)) {
      // Twice as long as a box is no side of one, whatever crosses it.
      if (end - start < least || end - start > 2 * mostSide * dpi) continue
      const line = open.find(other => other.last === y - 1 && Math.min(other.end, end) - Math.max(other.start, start) > 0.6 * (end - start))
      if (line) {
        Object.assign(line, { start: Math.min(line.start, start), end: Math.max(line.end, end), last: y })
        if (!still.includes(line)) still.push(line)
      } else still.push({ start, end, first: y, last: y })
    }
    for (const line of open) if (!still.includes(line)) done.push(line)
    open = still
  }
  return [...done, ...open].filter(line => line.last - line.first + 1 <= thickest * dpi)
}

/** Runs of ink in a row, over gaps of up to `bridge` pixels. */
function runsOf(row: Uint8Array, bridge: number): { start: number; end: number }[] {
  const runs: { start: number; end: number }[] = []
  let start = row.indexOf(1)
  while (start !== -1) {
    let end = start
    let last = start
    while (end < row.length && end - last <= bridge) {
      if (row[end] === 1) last = end
      end++
    }
    runs.push({ start, end: last + 1 })
    start = row.indexOf(1, last + 1)
  }
  return runs
}

/** The share of an area's middle that is ink. */
export function inkInside(page: Bitmap, { x, y, width, height }: Area, round = false): number {
  const off = round ? ringInset : inset
  const [left, right] = [Math.ceil(x + width * off), Math.floor(x + width * (1 - off))]
  const [top, bottom] = [Math.ceil(y + height * off), Math.floor(y + height * (1 - off))]
  let ink = 0
  for (let row = top; row < bottom; row++) {
    for (let column = left; column < right; column++) ink += page.data[row * page.width + column] ?? 0
  }
  return ink / Math.max(1, (right - left) * (bottom - top))
}

const overlap = (a: Area, b: Area) =>
  Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > 0.4 * Math.min(a.width, b.width) &&
  Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > 0.4 * Math.min(a.height, b.height)
