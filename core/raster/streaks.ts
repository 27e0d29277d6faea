import { greyOf, type Pixels } from './image'

// A streak is what dust on the glass draws: thin, and there in nearly every row of the feed. No printed rule is.
const leastRows = 0.75
const leastDepth = 9
const sampledRows = 3

/** Columns that a feeder streak has darkened, as from and up to which column; at most a millimetre wide each. */
export function findStreaks(image: Pixels, dpi: number): { from: number; to: number }[] {
  const { width, height } = image
  const { data } = image.channels === 1 ? image : greyOf(image)
  const reach = Math.max(3, Math.round(0.03 * dpi))
  const widest = Math.round(0.04 * dpi)
  const darker = new Uint32Array(width)
  let rows = 0
  for (let y = 0; y < height; y += sampledRows, rows++) {
    const row = y * width
    for (let x = reach; x < width - reach; x++) {
      const around = Math.min(data[row + x - reach]!, data[row + x + reach]!)
      if (around - data[row + x]! >= leastDepth) darker[x]!++
    }
  }
  const found: { from: number; to: number }[] = []
  for (let x = 0; x < width; x++) {
    if (darker[x]! < leastRows * rows) continue
    const from = x
    while (x < width && darker[x]! >= leastRows * rows * 0.6) x++
    if (x - from <= widest) found.push({ from: Math.max(1, from - 1), to: Math.min(width - 1, x + 1) })
  }
  return found
}

/** A page without these streaks: each row is filled in from both sides, so that letters under a streak close again. */
export function withoutStreaks<T extends Pixels>(image: T, streaks: readonly { from: number; to: number }[]): T {
  const { width, height, channels, data } = image
  const mended = data.slice()
  for (const { from, to } of streaks) {
    for (let y = 0; y < height; y++) {
      for (let channel = 0; channel < channels; channel++) {
        const left = data[(y * width + from - 1) * channels + channel]!
        const right = data[(y * width + to) * channels + channel]!
        for (let x = from; x < to; x++) {
          const share = (x - from + 1) / (to - from + 1)
          // Between black and white there is nothing on a page that has only these.
          const hard = (left === 0 || left === 255) && (right === 0 || right === 255)
          mended[(y * width + x) * channels + channel] = hard
            ? share < 0.5
              ? left
              : right
            : Math.round(left * (1 - share) + right * share)
        }
      }
    }
  }
  return { ...image, data: mended }
}
