import { blockStatistics, darkerThan, overNeighbours } from './blocks'
import { isTwoLevel } from './colour'
import type { Bitmap, Blocks, Grey } from './image'
import { blackOnWhite, inkBelow, inkOf } from './simd/levels'

const blockInches = 0.04
const windowBlocks = 4
const mostSpread = 56

/** Two-level page by one threshold; level 0 to 1 is the share of white below which a pixel is ink. */
export const fixedMono = ({ width, height, data }: Grey, level: number): Bitmap => ({ width, height, data: inkBelow(data, level * 255) })

/**
 * Two-level page by a threshold that follows the paper: Sauvola and Pietikäinen, "Adaptive document image
 * binarization" (2000), over a window of about a third of an inch, evaluated on a grid and interpolated.
 * @param level 0 to 1; 0.5 is their k = 0.25, higher keeps fainter marks
 */
export function adaptiveMono(image: Grey, dpi: number, level: number): Bitmap {
  const { mean, deviation } = blockStatistics(image, Math.max(2, Math.round(blockInches * dpi)))
  const { white, print, darkest } = levelsOf(image)
  const k = sensitivity(0.5 * (1 - level), { print: print / white, darkest: darkest / white, grain: grainOf(deviation) / white })
  const black = blackShare * white
  // The window's variance is the mean of the blocks' variances plus the variance of their means.
  const squares = { ...mean, data: mean.data.map((value, at) => value * value + deviation.data[at]! ** 2) }
  const localMean = overNeighbours(mean, windowBlocks, 'mean')
  const localSquares = overNeighbours(squares, windowBlocks, 'mean')
  const threshold = {
    ...mean,
    data: localMean.data.map((value, at) => {
      // Beside black rules the spread would lift the threshold into the camera's ringing around them.
      const spread = Math.min(mostSpread, Math.sqrt(Math.max(0, localSquares.data[at]! - value * value)))
      // In the middle of something black and large all is as dark as its surroundings.
      return Math.max(black, value * (1 + k * (spread / 128 - 1)))
    }),
  }
  return darkerThan(image, threshold)
}

const faintShare = 0.55
// In standard deviations of the grain. Paper alone spreads over 5.5 of them between the levels by which much print is told, over 7
// between those by which a mark is; one pixel of it in 4,000 is darker than its mean by more than 3.5.
const [muchPrint, aMark, aboveGrain] = [6.5, 8, 3.5]
/** A lone small figure is about so much of a page. */
const darkestShare = 0.00002
/** A few lines of print cover more of it. */
const printShare = 0.002
const blackShare = 0.2

/** How much darker than the paper a page's print is, where it has much, and its darkest spot; all as shares of the paper's level. */
interface Contrasts {
  print: number
  darkest: number
  grain: number
}

/**
 * Print fainter than the usual threshold would go through it: the threshold then stands half-way to that print. Where only a few
 * marks are darker than the paper's grain, it stays out of the grain; where nothing is, there is no print.
 */
function sensitivity(usual: number, { print, darkest, grain }: Contrasts): number {
  if (print > muchPrint * grain) return Math.min(usual, faintShare * print)
  return darkest < aMark * grain ? usual : Math.min(usual, Math.max(faintShare * darkest, aboveGrain * grain))
}

/** The grain of a page's paper, to a sixty-fourth of a level: the deviation of its usual block, which print does not reach. */
function grainOf({ data }: Blocks): number {
  const counts = new Uint32Array(64 * 128)
  for (const deviation of data) counts[Math.round(64 * deviation)]!++
  for (let at = 0, sum = 0; at < counts.length; at++) if ((sum += counts[at]!) * 2 > data.length) return at / 64
  return 0
}

/** How light a page's paper or lightest print is, and how much darker its darkest, from every fourth pixel of every fourth row. */
function levelsOf({ width, height, data }: Grey): { white: number; print: number; darkest: number } {
  const counts = new Uint32Array(256)
  let all = 0
  for (let y = 0; y < height; y += 4) {
    for (let x = 0; x < width; x += 4) {
      counts[data[y * width + x]!]!++
      all++
    }
  }
  const levelAt = (share: number) => {
    let sum = 0
    return counts.findIndex(count => (sum += count) >= share * all)
  }
  const white = levelAt(0.9)
  return { white: Math.max(1, levelAt(0.995)), print: white - levelAt(printShare), darkest: white - levelAt(darkestShare) }
}

/** Ink of a page that has only black and white. */
export const bitmapOf = ({ width, height, data }: Grey): Bitmap => ({ width, height, data: inkOf(data) })

/** A page in black and white: as it is where it has nothing else, or by a threshold that follows its paper. */
export const inBlackAndWhite = (page: Grey, dpi: number): Bitmap => (isTwoLevel(page) ? bitmapOf(page) : adaptiveMono(page, dpi, 0.5))

/** Ink as black on white, for encoders. */
export const greyFromBitmap = ({ width, height, data }: Bitmap): Grey => ({ width, height, data: blackOnWhite(data) })
