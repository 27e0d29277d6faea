import { blockStatistics, overNeighbours } from './blocks'
import type { Blocks, Grey } from './image'
import { isBlurred, sharpened } from './sharpen'
import { smooth as smoothed } from './simd/neighbours'
import { countsAway, stretch } from './simd/surface'

const blockInches = 0.04
const windowBlocks = 8
/** Share of a page's pixels that its ink covers at least, where it has lines of print, and where it has only a figure. */
const [inkShare, fewShare] = [0.004, 0.00003]
/** Print is further from its paper than this, of 255, and than so many standard deviations of its noise. */
const [leastPrint, aboveNoise] = [12, 6]
/** Light print is darker by less than this of its paper's level; more than that would be noise made into print. */
const mostGain = 6
/** Noise that stays below this share of the print's contrast is left to the reader. */
const grains = [0.03, 0.05, 0.05, 0.09]
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
  // Beside a few dark words the paper is lighter than what is around it, but by less than they are darker.
  const negative = isLighter(away, inkShare, 1.3) && isLighter(away, fewShare, 1)
  const dark = negative ? inverted(page) : page
  const ground = paperOf(negative ? blockStatistics(dark, size).mean : mean)
  // What shows through is lighter than this, and print of the page's own is darker.
  const paper = behind === null ? ground : { ...ground, data: ground.data.map(level => level * (1 - Math.min(mostBehind, behind * slack))) }
  const noise = noiseOf(dark)
  const level = printOf(differences(dark, paper), noise)
  let smooth = dark
  for (const limit of grains) if (noise > limit * level) smooth = { ...smooth, data: smoothed(smooth) }
  const contrast = smooth === dark ? level : printOf(differences(smooth, paper), noise)
  const full = Math.max(255 / mostGain, behind === null ? 0 : ownPrint, contrast)
  const even = { ...smooth, data: stretch(smooth, paper, 255 ** 2 / full, darkest) }
  return smooth === dark && isBlurred(even, dpi) ? sharpened(even, dpi) : even
}

const isLighter = ({ quantile }: Differences, share: number, times: number) => quantile(1 - share) > -quantile(share) * times

/** How much darker than the paper a page's print is: what its ink covers, or the few marks that it has. */
function printOf({ quantile }: Differences, noise: number): number {
  const usual = -quantile(inkShare)
  return usual > Math.max(leastPrint, aboveNoise * noise) ? usual : Math.max(usual, -quantile(fewShare))
}

/** The level of the paper around each place: the lightest block nearby, evened out. */
const paperOf = (mean: Blocks): Blocks => overNeighbours(overNeighbours(mean, 3, 'max'), windowBlocks / 2, 'mean')

const inverted = (page: Grey): Grey => ({ ...page, data: page.data.map(level => 255 - level) })

interface Differences {
  quantile: (share: number) => number
}

/** How far pixels are from a surface, relative to it where it is light: 255 is all the way to black. */
function differences(page: Grey, ground: Blocks): Differences {
  const counts = countsAway(page, ground, darkest)
  const all = counts.reduce((sum, count) => sum + count, 0)
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
