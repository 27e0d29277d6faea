import { blockStatistics, forEachRow, overNeighbours } from './blocks'
import { findComponents, type Components } from './components'
import { isHole, isSpeck, isStaple, isStreak, touchesEdge, type Look } from './discounts'
import type { Bitmap, Grey } from './image'
import { paperLevel } from './turn'

// See-through seldom darkens paper by more than an eighth; a faint pencil line does.
const leastContrast = 0.13
// Where a mark is no darker than this, soft edges betray see-through: it was blurred by the paper.
const faint = 0.34
const sharpEdge = 0.055
const leastPaper = 0.62

/** What stands on a side: the share of it that is ink a reader would see, and that ink alone. */
export interface InkFound { ink: number, content: Bitmap }

/** Everything clearly darker than the paper around it, and how dark the paper is there. */
function darkMarks(image: Grey, dpi: number): { marks: Bitmap, paper: Float32Array[] } {
  const { width, height, data } = image
  const { mean } = blockStatistics(image, Math.max(4, Math.round(0.08 * dpi)))
  const local = overNeighbours(overNeighbours(mean, 3, 'max'), 2, 'mean')
  // Inside a picture or a black bar no paper is near; there the page's own level stands in.
  const floor = leastPaper * paperLevel(image)
  const paperBlocks = { ...local, data: local.data.map(level => Math.max(level, floor)) }
  const marks = new Uint8Array(data.length)
  const paper: Float32Array[] = []
  forEachRow(paperBlocks, width, height, (y, values) => {
    if (y % 16 === 0) paper.push(values.slice())
    const row = y * width
    for (let x = 0; x < width; x++) marks[row + x] = data[row + x]! < values[x]! * (1 - leastContrast) ? 1 : 0
  })
  return { marks: { width, height, data: marks }, paper }
}

/** Darkest contrast and steepest step of each component, both as shares of the paper's level. */
function looks(image: Grey, parts: Components, paper: Float32Array[]): Look {
  const darkest = new Float32Array(parts.count)
  const steepest = new Float32Array(parts.count)
  const { width, height, data } = image
  const { runs, owner } = parts
  for (let run = 0; run < runs.count; run++) {
    const y = runs.row[run]!
    const to = owner[run]!
    if (darkest[to]! > faint && steepest[to]! > sharpEdge) continue
    const level = paper[y >> 4]!
    for (let x = runs.start[run]!; x < runs.end[run]!; x++) {
      const at = y * width + x
      const white = level[x]!
      const dark = (white - data[at]!) / white
      if (dark > darkest[to]!) darkest[to] = dark
      const across = x > 0 && x < width - 1 ? Math.abs(data[at + 1]! - data[at - 1]!) / 2 : 0
      const down = y > 0 && y < height - 1 ? Math.abs(data[at + width]! - data[at - width]!) / 2 : 0
      const step = Math.max(across, down) / white
      if (step > steepest[to]!) steepest[to] = step
    }
  }
  return { darkest, steepest }
}

/**
 * Finds the ink on a side as a reader would see it: edges, specks, feeder streaks, punch holes, staple shadows and
 * see-through of the other side do not count; a faint pencil line or a page number does.
 * Give the side as it was scanned, before straightening: streaks run along the feed.
 */
export function findInk(image: Grey, dpi: number): InkFound {
  const { marks, paper } = darkMarks(image, dpi)
  const parts = findComponents(marks)
  const look = looks(image, parts, paper)
  const page = { width: image.width, height: image.height, dpi }
  const drop = new Uint8Array(parts.count)
  const streaks = isStreak(parts, page)
  const specks = isSpeck(parts, page)
  for (let part = 0; part < parts.count; part++) {
    const seeThrough = look.darkest[part]! < faint && look.steepest[part]! < sharpEdge
    if (seeThrough || touchesEdge(parts, part, page) || streaks(part) || isHole(parts, part, page) || isStaple(parts, part, page)) drop[part] = 1
  }
  for (let part = 0; part < parts.count; part++) if (!drop[part] && specks(part, drop)) drop[part] = 2

  let count = 0
  const { runs, owner } = parts
  for (let run = 0; run < runs.count; run++) {
    const from = runs.row[run]! * image.width
    if (drop[owner[run]!]) marks.data.fill(0, from + runs.start[run]!, from + runs.end[run]!)
    else count += runs.end[run]! - runs.start[run]!
  }
  return { ink: count / marks.data.length, content: marks }
}
