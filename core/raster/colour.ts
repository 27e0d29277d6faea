import type { Grey, Rgb } from './image'
import { paperLevel } from './turn'

// JPEG leaves a little of both at the edges of ink.
const strayShare = 0.0005
const leastColour = 40
// One pixel in so many is looked at; odd, so that no column is favoured.
const sampled = 29

/** Whether a page has only black and white, as a scanner's own mono has. */
export function isTwoLevel(image: Grey): boolean {
  const { data } = image
  const most = (strayShare * data.length) / sampled
  let between = 0
  for (let at = 0; at < data.length && between <= most; at += sampled) if (data[at]! > 8 && data[at]! < 247) between++
  return between <= most
}

/** Whether a page shows colour that a reader would miss in grey; tinted paper alone is none. */
export function hasColour(image: Rgb): boolean {
  const { data } = image
  const pixels = image.width * image.height
  // Most common difference of red and blue: the paper's own tint.
  const tints = new Uint32Array(511)
  for (let at = 0; at < data.length; at += 21) tints[data[at]! - data[at + 2]! + 255]!++
  const tint = tints.indexOf(Math.max(...tints)) - 255
  const most = strayShare * pixels
  let coloured = 0
  for (let at = 0; at < data.length && coloured <= most; at += 3) {
    const red = data[at]!
    const green = data[at + 1]!
    const blue = data[at + 2]!
    // The tint fades with the ink on it.
    const share = green / 255
    const apart = Math.max(Math.abs(red - blue - tint * share), Math.abs(green - (red + blue) / 2))
    if (apart > leastColour) coloured++
  }
  return coloured > most
}

const leastTones = 0.004
const toneBlock = 16

/**
 * Whether a grey page shows something that mono would spoil: a photograph or a shaded area. Text and lines do not,
 * however grey their paper: their middle levels are thin edges only.
 */
export function hasTones(image: Grey): boolean {
  const { width, height, data } = image
  const paper = paperLevel(image)
  const light = paper * 0.8
  const dark = paper * 0.4
  let toned = 0
  let blocks = 0
  for (let top = 0; top + toneBlock <= height; top += toneBlock) {
    for (let left = 0; left + toneBlock <= width; left += toneBlock, blocks++) {
      let even = 0
      for (let y = top; y < top + toneBlock; y += 2) {
        for (let x = left + 1; x < left + toneBlock; x += 2) {
          const at = y * width + x
          const level = data[at]!
          if (level > dark && level < light && Math.abs(level - data[at - 1]!) < 14) even++
        }
      }
      // Half of the block's looked-at pixels.
      if (even > (toneBlock * toneBlock) / 8) toned++
    }
  }
  return toned > leastTones * blocks
}
