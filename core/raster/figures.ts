import type { Word } from '../model/evidence'
import { centreInside, type Box } from '../model/zone'
import { findComponents } from './components'
import type { Area, Bitmap, Grey } from './image'
import { inInches, inPixels } from './inches'
import { paperLevel } from './turn'

const cellInches = 0.05
/** Darker than this share of the paper's level is a mark; and so much of a cell is marked where something stands. */
const dark = 0.85
const leastMarked = 0.04
/** Around a word, for what the reading's box cuts off. */
const wordRoom = 0.04
/** Less sure words may be what was made of a picture. */
const sureWord = 0.6
/** A picture is no smaller than this; a frame or rule fills less of its box. */
const leastSide = 0.35
const leastFilled = 0.3
/** The whole page is none. */
const mostOfPage = 0.9
/** A frame or a ground around words has nothing in it but those: of all else no more is further than so many levels from the usual. */
const ground = { edge: 0.08, apart: 30, others: 0.005 }

/**
 * Pictures on a page: photographs, logos, stamps, signatures, codes; whatever is large and dense and was not read as text. A frame
 * or a shade around words is none: the words stand in the text.
 * In pixels, from top to bottom.
 */
export function figuresOn(page: Grey, dpi: number, words: readonly Word[]): Area[] {
  const size = Math.max(1, Math.round(cellInches * dpi))
  const cells = cellsOf(page, size)
  const sure = words.filter(word => word.confidence >= sureWord).map(withRoom)
  for (const word of sure) clear(cells, inPixels(word, dpi / size))
  const parts = findComponents(joined(cells))
  const filled = new Uint32Array(parts.count)
  const { runs, owner } = parts
  for (let run = 0; run < runs.count; run++) {
    const from = runs.row[run]! * cells.width
    for (let x = runs.start[run]!; x < runs.end[run]!; x++) filled[owner[run]!]! += cells.data[from + x]!
  }
  const least = (leastSide * dpi) / size
  const areas: Area[] = []
  for (let part = 0; part < parts.count; part++) {
    const [left, top, right, bottom] = [parts.left[part]!, parts.top[part]!, parts.right[part]!, parts.bottom[part]!]
    const [wide, high] = [right - left, bottom - top]
    if (wide < least || high < least || filled[part]! < leastFilled * wide * high) continue
    if (wide * high > mostOfPage * cells.width * cells.height) continue
    const [x, y] = [left * size, top * size]
    const area = { x, y, width: Math.min(page.width - x, wide * size), height: Math.min(page.height - y, high * size) }
    if (!isGround(page, area, sure, dpi)) areas.push(area)
  }
  return areas.sort((one, other) => one.y - other.y || one.x - other.x)
}

const withRoom = ({ x, y, width, height }: Word): Box => ({
  x: x - wordRoom,
  y: y - wordRoom,
  width: width + 2 * wordRoom,
  height: height + 2 * wordRoom,
})

/** Whether an area has words, and nothing else within its edges. */
function isGround(page: Grey, area: Area, words: readonly Box[], dpi: number): boolean {
  const place = inInches(area, dpi)
  const within = words.filter(word => centreInside(word, place)).map(word => inPixels(word, dpi))
  if (within.length === 0) return false
  const inset = Math.round(ground.edge * dpi)
  const counts = new Uint32Array(256)
  for (let y = area.y + inset; y < area.y + area.height - inset; y += 2) {
    const line = within.filter(word => y >= word.y && y < word.y + word.height)
    for (let x = area.x + inset; x < area.x + area.width - inset; x += 2)
      if (!line.some(word => x >= word.x && x < word.x + word.width)) counts[page.data[y * page.width + x]!]!++
  }
  const all = counts.reduce((sum, count) => sum + count, 0)
  let sum = 0
  const usual = counts.findIndex(count => (sum += count) * 2 >= all)
  const others = counts.reduce((found, count, level) => (Math.abs(level - usual) > ground.apart ? found + count : found), 0)
  return others <= ground.others * all
}

/** One for each cell in which something stands. */
function cellsOf(page: Grey, size: number): Bitmap {
  const [width, height] = [Math.ceil(page.width / size), Math.ceil(page.height / size)]
  const counts = new Uint16Array(width * height)
  const limit = paperLevel(page) * dark
  for (let y = 0; y < page.height; y++) {
    const row = Math.floor(y / size) * width
    for (let x = 0, at = y * page.width; x < page.width; x++, at++) if (page.data[at]! < limit) counts[row + ((x / size) | 0)]!++
  }
  const least = Math.max(1, leastMarked * size * size)
  return { width, height, data: Uint8Array.from(counts, count => (count >= least ? 1 : 0)) }
}

function clear({ width, height, data }: Bitmap, cells: Area): void {
  const [left, top] = [Math.max(0, Math.floor(cells.x)), Math.max(0, Math.floor(cells.y))]
  const right = Math.min(width, Math.ceil(cells.x + cells.width))
  const bottom = Math.min(height, Math.ceil(cells.y + cells.height))
  for (let y = top; y < bottom; y++) data.fill(0, y * width + left, y * width + Math.max(left, right))
}

/** Cells with a gap of one between them are one thing. */
function joined({ width, height, data }: Bitmap): Bitmap {
  const made = data.slice()
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      if (data[at] === 1) continue
      const across = x > 0 && x < width - 1 && data[at - 1] === 1 && data[at + 1] === 1
      const down = y > 0 && y < height - 1 && data[at - width] === 1 && data[at + width] === 1
      if (across || down) made[at] = 1
    }
  }
  return { width, height, data: made }
}
