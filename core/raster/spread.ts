import { greyOf, type Pixels } from './image'
import { cutOut } from './paper'
import { paperLevel } from './turn'

// The fold is looked for in the middle fifth.
const searched = 0.1
const lit = 0.9
const mostShadowInches = 0.5

/** Where an opened book folds: the column of the fold, and how far its shadow reaches to either side, in pixels. */
export interface Fold {
  at: number
  left: number
  right: number
}

/**
 * Finds the fold near the middle: the darkest column where a shadow runs from top to bottom, else the middle of the
 * widest white gap, else the very middle.
 */
export function findFold(image: Pixels, dpi: number): Fold {
  const { width, height } = image
  const grey = image.channels === 1 ? image : greyOf(image)
  const paper = paperLevel(grey)
  const middle = Math.round(width / 2)
  const reach = Math.round(width * searched)
  // The upper quartile of a column: text leaves it at the paper's level, a shadow does not.
  const level = (x: number) => {
    const values: number[] = []
    for (let y = 0; y < height; y += 9) values.push(grey.data[y * width + x]!)
    return values.sort((a, b) => a - b)[Math.floor(values.length * 0.75)]! / paper
  }
  const levels = new Map<number, number>()
  for (let x = middle - reach; x <= middle + reach; x++) levels.set(x, level(x))
  const darkest = [...levels].reduce((best, here) =>
    here[1] < best[1] - 0.005 || (Math.abs(here[1] - best[1]) <= 0.005 && Math.abs(here[0] - middle) < Math.abs(best[0] - middle))
      ? here
      : best,
  )
  if (darkest[1] >= lit) return { at: widestGap(grey, middle, reach, paper), left: 0, right: 0 }
  const most = Math.round(mostShadowInches * dpi)
  const shadow = (step: -1 | 1) => {
    let far = 0
    while (far < most && (levels.get(darkest[0] + step * far) ?? 1) < lit + 0.06) far++
    return far
  }
  return { at: darkest[0], left: shadow(-1), right: shadow(1) }
}

/** The middle of the widest run of columns without marks. */
function widestGap(grey: { width: number; height: number; data: Uint8Array }, middle: number, reach: number, paper: number): number {
  let best = { at: middle, length: 0 }
  let start: number | null = null
  for (let x = middle - reach; x <= middle + reach + 1; x++) {
    let marks = 0
    for (let y = 0; x <= middle + reach && y < grey.height; y += 3) if (grey.data[y * grey.width + x]! < paper * 0.7) marks++
    const empty = x <= middle + reach && marks <= 1
    if (empty) start ??= x
    else if (start !== null) {
      if (x - start > best.length) best = { at: Math.round((start + x) / 2), length: x - start }
      start = null
    }
  }
  // Empty all through: the fold is where books fold.
  return best.length > 2 * reach ? middle : best.at
}

/** One page of an opened book, the fold's shadow taken off. */
export function halfOf<T extends Pixels>(image: T, half: 'left' | 'right', fold: Fold): T {
  const { width, height } = image
  return half === 'left'
    ? cutOut(image, { x: 0, y: 0, width: Math.max(1, fold.at - fold.left), height })
    : cutOut(image, { x: Math.min(width - 1, fold.at + fold.right), y: 0, width: Math.max(1, width - fold.at - fold.right), height })
}
