import { blockStatistics, lineAt, overNeighbours, type Blocks } from './blocks'
import type { Grey } from './image'

const blockInches = 0.04
const windowBlocks = 8
/** Share of a page's pixels that its ink covers at least, where it has any. */
const inkShare = 0.004
/** Light print is darker by less than this of its paper's level; more than that would be noise made into print. */
const mostGain = 6
/** Noise that stays below this share of the print's contrast is left to the reader. */
const grain = 0.16
/** What shows through may be so much darker in places, but never so dark; a page's own print is this much darker than that, of 255. */
const slack = 1.2
const mostBehind = 0.4
const ownPrint = 64
/** What lies on darker ground than this is not made lighter than there. */
const darkest = 64

/**
 * A page as a machine reads it best: its ground made even, dark print on white whatever it was, its contrast full, and its
 * noise smoothed where it comes near to the print. For reading alone: a person would miss the shades.
 * @param behind share of the paper's light that the other side's ink takes at most where it shows through, and hardly anything
 * but that is on the page; null where nothing does
 */
export function forReading(page: Grey, dpi: number, behind: number | null = null): Grey {
  const size = Math.max(2, Math.round(blockInches * dpi))
  const { mean } = blockStatistics(page, size)
  const around = overNeighbours(overNeighbours(mean, windowBlocks, 'mean'), windowBlocks / 2, 'mean')
  const away = differences(page, around)
  const lights = away.quantile(1 - inkShare)
  const darks = -away.quantile(inkShare)
  const negative = lights > darks * 1.3
  const dark = negative ? inverted(page) : page
  const ground = paperOf(negative ? blockStatistics(dark, size).mean : mean)
  // What shows through is lighter than this, and print of the page's own is darker.
  const paper = behind === null ? ground : { ...ground, data: ground.data.map(level => level * (1 - Math.min(mostBehind, behind * slack))) }
  const noise = noiseOf(dark)
  const level = -differences(dark, paper).quantile(inkShare)
  const smooth = noise > grain * level ? smoothed(dark) : dark
  const contrast = smooth === dark ? level : -differences(smooth, paper).quantile(inkShare)
  return stretched(smooth, paper, Math.max(255 / mostGain, behind === null ? 0 : ownPrint, contrast))
}

/** The level of the paper around each place: the lightest block nearby, evened out. */
const paperOf = (mean: Blocks): Blocks => overNeighbours(overNeighbours(mean, 3, 'max'), windowBlocks / 2, 'mean')

const inverted = (page: Grey): Grey => ({ ...page, data: page.data.map(level => 255 - level) })

/** How far pixels are from a surface, relative to it where it is light: 255 is all the way to black. */
function differences(page: Grey, ground: Blocks): { quantile: (share: number) => number } {
  const counts = new Uint32Array(1024)
  let all = 0
  const { width, height, data } = page
  // Every third pixel of every fourth row says as much.
  for (let y = 1; y < height; y += 4) {
    const line = lineAt(ground, y)
    for (let x = 1, column = 0; x < width; x += 3) {
      while ((column + 1) * ground.size <= x) column++
      const level = line[column]!
      const away = ((data[y * width + x]! - level) * 255) / (level < darkest ? darkest : level)
      counts[away < -511 ? 1 : away > 511 ? 1023 : (away + 512) | 0]!++
      all++
    }
  }
  return {
    quantile: share => {
      let sum = 0
      for (let at = 0; at < counts.length; at++) {
        sum += counts[at]!
        if (sum >= share * all) return at - 512
      }
      return 511
    },
  }
}

/** Standard deviation of a page's noise (Immerkær, "Fast noise variance estimation", 1996), from its flattest half. */
function noiseOf({ width, height, data }: Grey): number {
  const counts = new Uint32Array(4096)
  let all = 0
  for (let y = 2; y < height - 2; y += 4) {
    for (let x = 2; x < width - 2; x += 4) {
      const at = y * width + x
      const [up, down] = [at - width, at + width]
      const edges = data[up]! + data[down]! + data[at - 1]! + data[at + 1]!
      const corners = data[up - 1]! + data[up + 1]! + data[down - 1]! + data[down + 1]!
      counts[Math.min(4095, Math.abs(4 * data[at]! - 2 * edges + corners))]!++
      all++
    }
  }
  let sum = 0
  for (let at = 0; at < counts.length; at++) {
    sum += counts[at]!
    // The mask's weights make 6 of a deviation of 1; the median of a normal distribution's size is 0.6745 of it.
    if (sum * 2 >= all) return at / 6 / 0.6745
  }
  return 0
}

/** Each pixel with its neighbours, 1 2 1 both ways. */
function smoothed({ width, height, data }: Grey): Grey {
  const made = data.slice()
  for (let y = 1; y < height - 1; y++) {
    const end = (y + 1) * width - 1
    for (let at = y * width + 1; at < end; at++) {
      const [up, down] = [at - width, at + width]
      made[at] =
        (4 * data[at]! +
          2 * (data[up]! + data[down]! + data[at - 1]! + data[at + 1]!) +
          data[up - 1]! +
          data[up + 1]! +
          data[down - 1]! +
          data[down + 1]! +
          8) >>
        4
    }
  }
  return { width, height, data: made }
}

/** White where the paper is, black where the print is darkest. */
function stretched(page: Grey, paper: Blocks, contrast: number): Grey {
  const { width, height, data } = page
  const made = new Uint8ClampedArray(data.length)
  const gain = (255 * 255) / contrast
  for (let y = 0; y < height; y++) {
    const line = lineAt(paper, y)
    for (let column = -1; column < paper.columns; column++) {
      const from = Math.max(0, Math.ceil(paper.size * (column + 0.5)))
      const to = Math.min(width, Math.ceil(paper.size * (column + 1.5)))
      const left = line[Math.max(column, 0)]!
      const slope = (line[Math.min(column + 1, paper.columns - 1)]! - left) / paper.size
      const begin = left + slope * (from + 0.5 - paper.size * (column + 0.5))
      const share = gain / Math.max(darkest, begin)
      // 255 + (level − paper) · share, in fixed point, 10 bits behind the point; a Uint8ClampedArray cuts off what is beyond.
      const [times, step] = [(share * 1024) | 0, (slope * share * 1024) | 0]
      let offset = ((255 - begin * share) * 1024) | 0
      for (let at = y * width + from, end = y * width + to; at < end; at++) {
        made[at] = (Math.imul(data[at]!, times) + offset) >> 10
        offset -= step
      }
    }
  }
  return { width, height, data: new Uint8Array(made.buffer) }
}
