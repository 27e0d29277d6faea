import type { Pixels } from './image'

/**
 * What each level becomes: contrast turns around the middle grey, lightness bends the curve (gamma) so that black and
 * white stay where they are.
 * @param lighten −5 (darker) to 5 (lighter)
 * @param contrast −5 (flatter) to 5 (harder)
 */
export function toneTable(lighten: number, contrast: number): Uint8Array {
  const gamma = 2 ** (-lighten / 4)
  const slope = 2 ** (contrast / 4)
  return Uint8Array.from({ length: 256 }, (_, level) => {
    const turned = Math.min(1, Math.max(0, (level / 255 - 0.5) * slope + 0.5))
    return Math.round(255 * turned ** gamma)
  })
}

/** A page with every level replaced. */
export function withTone<T extends Pixels>(image: T, table: Uint8Array): T {
  const { data } = image
  const toned = new Uint8Array(data.length)
  const count = data.length
  for (let at = 0; at < count; at++) toned[at] = table[data[at]!]!
  return { ...image, data: toned }
}

/**
 * Sharpens by unsharp masking with the mean of the four neighbours; a negative amount softens.
 * @param amount −5 to 5
 */
export function sharpened<T extends Pixels>(image: T, amount: number): T {
  if (amount === 0) return image
  const { width, height, channels, data } = image
  const made = data.slice()
  const stride = width * channels
  // In 256ths: 5 doubles the difference to the surroundings, −5 gives the surroundings.
  const weight = Math.round(amount * 51.2) | 0
  for (let y = 1; y < height - 1; y++) {
    const end = (y + 1) * stride - channels
    for (let at = y * stride + channels; at < end; at++) {
      const around = (data[at - channels]! + data[at + channels]! + data[at - stride]! + data[at + stride]!) >> 2
      const level = data[at]! + (((data[at]! - around) * weight) >> 8)
      made[at] = level < 0 ? 0 : level > 255 ? 255 : level
    }
  }
  return { ...image, data: made }
}
