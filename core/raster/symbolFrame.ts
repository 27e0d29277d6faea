import type { Grey } from './image'
import type { Texture } from './texture'

const rimShare = 0.15

/** A region in its own directions: its middle, half its lengths along and across, and the directions as a unit vector. */
export interface Frame {
  x: number
  y: number
  halfLength: number
  halfBreadth: number
  cosine: number
  sine: number
  fill: number
}

/** The frame of a region of cells whose directions lean by so many radians. */
export function frameOf(cells: readonly number[], { cell, columns }: Texture, lean: number): Frame {
  const [cosine, sine] = [Math.cos(lean), Math.sin(lean)]
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const at of cells) {
    const x = ((at % columns) + 0.5) * cell
    const y = (Math.floor(at / columns) + 0.5) * cell
    const along = x * cosine + y * sine
    const down = y * cosine - x * sine
    left = Math.min(left, along)
    right = Math.max(right, along)
    top = Math.min(top, down)
    bottom = Math.max(bottom, down)
  }
  const [along, down] = [(left + right) / 2, (top + bottom) / 2]
  // The cell that was eroded, and half of the one in the middle.
  const rim = 1.5 * cell
  return {
    x: along * cosine - down * sine,
    y: along * sine + down * cosine,
    halfLength: (right - left) / 2 + rim,
    halfBreadth: (bottom - top) / 2 + rim,
    cosine,
    sine,
    fill: (cells.length * cell * cell) / ((right - left + cell) * (bottom - top + cell)),
  }
}

export const smallerSide = ({ halfLength, halfBreadth }: Frame) => 2 * Math.min(halfLength, halfBreadth)

/** Calls back with each pixel of the frame that lies on the page: its line and its level. Lines run down the frame, or along it. */
function overFrame(
  { x, y, halfLength, halfBreadth, cosine, sine }: Frame,
  { width, height, data }: Grey,
  run: 'down' | 'along',
  each: (line: number, level: number) => void,
): number {
  const [lines, length] = run === 'down' ? [halfLength, halfBreadth] : [halfBreadth, halfLength]
  const count = Math.max(1, Math.round(2 * lines))
  for (let line = 0; line < count; line++) {
    const aside = line - lines + 0.5
    for (let step = -length; step <= length; step++) {
      const [along, down] = run === 'down' ? [aside, step] : [step, aside]
      const px = Math.round(x + along * cosine - down * sine)
      const py = Math.round(y + along * sine + down * cosine)
      if (px >= 0 && py >= 0 && px < width && py < height) each(line, data[py * width + px]!)
    }
  }
  return count
}

/** The mean level in the frame: what is darker counts as ink there, however faint the print. */
export function levelIn(frame: Frame, image: Grey): number {
  let [sum, count] = [0, 0]
  overFrame(frame, image, 'along', (_, level) => {
    sum += level
    count++
  })
  return count ? sum / count : 0
}

/** Share of each line of the frame, one line a pixel, that is darker than the level. */
export function inkOnLines(frame: Frame, image: Grey, threshold: number, run: 'down' | 'along'): Float32Array {
  const dark: number[] = []
  const all: number[] = []
  const lines = overFrame(frame, image, run, (line, level) => {
    all[line] = (all[line] ?? 0) + 1
    if (level < threshold) dark[line] = (dark[line] ?? 0) + 1
  })
  return Float32Array.from({ length: lines }, (_, line) => (dark[line] ?? 0) / (all[line] ?? 1))
}

/** The smallest mean over a stretch, the ends left out: a symbol's own rim may be light, or cut away. */
export function leastOf(shares: Float32Array, stretch: number): number {
  const rim = Math.max(stretch, Math.round(rimShare * shares.length))
  let least = 1
  for (let from = rim; from + stretch + rim <= shares.length; from++) {
    let sum = 0
    for (let at = from; at < from + stretch; at++) sum += shares[at]!
    least = Math.min(least, sum / stretch)
  }
  return least
}
