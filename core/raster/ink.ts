import { blockStatistics, darkerThan, lineAt, overNeighbours } from './blocks'
import { findComponents, type Components } from './components'
import { isHole, isSpeck, isStaple, isStreak, touchesEdge, type Look } from './discounts'
import type { Area, Bitmap, Blocks, Grey } from './image'
import { loneMarks } from './lone'
import { findThrough, withoutThrough, type Through } from './through'
import { paperLevel, quarterTurn } from './turn'

// See-through seldom darkens paper by more than an eighth; a faint pencil line does.
const leastContrast = 0.13
// Where a mark is no darker than this, soft edges betray see-through: it was blurred by the paper.
const faint = 0.34
const sharpEdge = 0.055
const leastPaper = 0.62
// No paper lets so much of the other side through.
const surelyOwn = 0.6
// Specks that touch what shows through look like marks of the side's own.
const mostOwn = 20

/** Marks that no reader would miss. */
export type Dirt = 'borders' | 'specks' | 'holes'

/**
 * What stands on a side: the share of it that is ink a reader would see, and that ink alone. `dirt` is what was asked
 * to be removed, null where nothing was found or asked.
 */
export interface InkFound {
  ink: number
  content: Bitmap
  dirt: Bitmap | null
  /** Hardly anything that counts is dark enough to be surely this side's own. */
  faint: boolean
  /** Share of the paper's light that the other side's ink takes at most, where it shows through; null where it does not. */
  behind: number | null
  /** Punch holes and staples, which readers of text take for letters. */
  holes: Area[]
  /** Letters and figures that stand by themselves, where the side has only black and white. */
  lone: Area[]
  /** What touches an edge of the page. */
  atEdge: Area[]
}

// Why a component does not count.
const seen = 1
const edge = 2
const streak = 3
const hole = 4
const staple = 5
const speck = 6
const removedBy: Record<Dirt, readonly number[]> = { borders: [edge], specks: [speck], holes: [hole, staple] }

/** Everything clearly darker than the paper around it, and how light the paper is there. */
function darkMarks(image: Grey, dpi: number): { marks: Bitmap; paper: Blocks } {
  const { mean } = blockStatistics(image, Math.max(4, Math.round(0.08 * dpi)))
  const local = overNeighbours(overNeighbours(mean, 3, 'max'), 2, 'mean')
  // Inside a picture or a black bar no paper is near; there the page's own level stands in.
  const floor = leastPaper * paperLevel(image)
  const paper = { ...local, data: local.data.map(level => Math.max(level, floor)) }
  return { marks: darkerThan(image, { ...paper, data: paper.data.map(level => level * (1 - leastContrast)) }), paper }
}

/** Darkest contrast and steepest step of each component, both as shares of the paper's level. */
function looks(image: Grey, parts: Components, paper: Blocks): Look {
  const darkest = new Float32Array(parts.count)
  const steepest = new Float32Array(parts.count)
  const { width, height, data } = image
  const { runs, owner } = parts
  let lineOf = -1
  const level = new Float32Array(paper.columns)
  for (let run = 0; run < runs.count; run++) {
    const y = runs.row[run]!
    const to = owner[run]!
    if (darkest[to]! > faint && steepest[to]! > sharpEdge) continue
    if (y >> 4 !== lineOf) lineAt(paper, (lineOf = y >> 4) << 4, level)
    for (let x = runs.start[run]!; x < runs.end[run]!; x++) {
      const at = y * width + x
      const white = level[(x / paper.size) | 0]!
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
 * @param front the other side of the sheet at the same scale, to recognise its see-through by
 */
export function findInk(image: Grey, dpi: number, remove: readonly Dirt[] = [], front: Grey | null = null): InkFound {
  const { marks: all, paper } = darkMarks(image, dpi)
  const count = (through: Through | null): InkFound => {
    // Counting takes marks away; with a front they may be counted once more.
    const marks = through ? withoutThrough(all, image, through, paper) : front ? { ...all, data: all.data.slice() } : all
    const parts = findComponents(marks)
    return { ...discounted(marks, parts, looks(image, parts, paper), dpi, remove), behind: through ? through.most : null }
  }
  const frontOnIt = (other: Grey) => findThrough(image, other, paperLevel(image), dpi)
  const through = front && frontOnIt(front)
  const found = count(through)
  if (!front || through || !found.ink || !found.faint) return found
  // A device that turned both sides by a quarter, or one of them by a half, gives them mirrored the other way.
  const turned = frontOnIt(quarterTurn({ ...front, channels: 1 as const }, 180))
  return turned ? count(turned) : found
}

/** The same for a side of which only black and white are known: see-through cannot be told there. */
export function findInkOfTwoLevels(marks: Bitmap, dpi: number, remove: readonly Dirt[] = []): InkFound {
  return discounted({ ...marks, data: marks.data.slice() }, findComponents(marks), null, dpi, remove)
}

function discounted(marks: Bitmap, parts: Components, look: Look | null, dpi: number, remove: readonly Dirt[]): InkFound {
  const page = { width: marks.width, height: marks.height, dpi }
  const drop = new Uint8Array(parts.count)
  const streaks = isStreak(parts, page)
  const specks = isSpeck(parts, page)
  for (let part = 0; part < parts.count; part++) {
    if (look !== null && look.darkest[part]! < faint && look.steepest[part]! < sharpEdge) drop[part] = seen
    else if (touchesEdge(parts, part, page)) drop[part] = edge
    else if (streaks(part)) drop[part] = streak
    else if (isHole(parts, part, page)) drop[part] = hole
    else if (isStaple(parts, part, page)) drop[part] = staple
  }
  for (let part = 0; part < parts.count; part++)
    if (!drop[part] && specks(part, other => drop[other]! > 0 && drop[other] !== speck)) drop[part] = speck

  const removed = new Set(remove.flatMap(kind => removedBy[kind]))
  const dirt = removed.size > 0 && drop.some(reason => removed.has(reason)) ? { ...marks, data: new Uint8Array(marks.data.length) } : null
  const count = parts.area.reduce((sum, area, part) => (drop[part] ? sum : sum + area), 0)
  const { runs, owner } = parts
  for (let run = 0; run < runs.count; run++) {
    const reason = drop[owner[run]!]!
    if (!reason) continue
    const from = runs.row[run]! * marks.width
    marks.data.fill(0, from + runs.start[run]!, from + runs.end[run]!)
    if (dirt && removed.has(reason)) dirt.data.fill(1, from + runs.start[run]!, from + runs.end[run]!)
  }
  const holes = areasOf(parts, part => drop[part] === hole || drop[part] === staple)
  const atEdge = areasOf(parts, part => drop[part] === edge)
  const lone = look === null ? loneMarks(marks, parts, dpi, part => !drop[part]) : []
  let own = 0
  for (let part = 0; look && part < parts.count; part++) if (!drop[part] && look.darkest[part]! > surelyOwn) own++
  return { ink: count / marks.data.length, content: marks, dirt, faint: look !== null && own <= mostOwn, behind: null, holes, lone, atEdge }
}

function areasOf(parts: Components, wanted: (part: number) => boolean): Area[] {
  const areas: Area[] = []
  for (let part = 0; part < parts.count; part++) {
    if (!wanted(part)) continue
    const [x, y] = [parts.left[part]!, parts.top[part]!]
    areas.push({ x, y, width: parts.right[part]! - x, height: parts.bottom[part]! - y })
  }
  return areas
}
