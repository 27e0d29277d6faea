import type { Grey } from './image'

interface Channels { width: number, height: number, data: Uint8Array, channels: 1 | 3 }

/** Turns clockwise by a quarter, half or three quarters. */
export function quarterTurn<T extends Channels>(image: T, degrees: 90 | 180 | 270): Channels {
  const { width, height, channels, data } = image
  const turned = new Uint8Array(data.length)
  const across = degrees === 180 ? width : height
  const down = degrees === 180 ? height : width
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const toX = degrees === 90 ? height - 1 - y : degrees === 180 ? width - 1 - x : y
      const toY = degrees === 90 ? x : degrees === 180 ? height - 1 - y : width - 1 - x
      const from = (y * width + x) * channels
      const to = (toY * across + toX) * channels
      for (let channel = 0; channel < channels; channel++) turned[to + channel] = data[from + channel]!
    }
  }
  return { width: across, height: down, channels, data: turned }
}

/** Most common bright level of a page: its paper. */
export function paperLevel(image: Grey): number {
  const counts = new Uint32Array(256)
  for (let at = 0; at < image.data.length; at += 7) counts[image.data[at]!]!++
  let best = 255
  for (let level = 255; level >= 96; level--) if (counts[level]! > counts[best]!) best = level
  return best
}

/**
 * Straightens: turns anticlockwise by `degrees` around the centre, same size, what comes in from outside is `paper`.
 * Bilinear, in 8-bit fixed point.
 */
export function straighten<T extends Channels>(image: T, degrees: number, paper: readonly number[]): Channels {
  const { width, height, channels, data } = image
  const turned = new Uint8Array(data.length)
  const angle = degrees * Math.PI / 180
  const cos = Math.cos(angle)
  const sin = Math.sin(angle)
  const centreX = (width - 1) / 2
  const centreY = (height - 1) / 2
  const stride = width * channels
  for (let y = 0; y < height; y++) {
    let sourceX = cos * -centreX - sin * (y - centreY) + centreX
    let sourceY = sin * -centreX + cos * (y - centreY) + centreY
    let to = y * stride
    for (let x = 0; x < width; x++, sourceX += cos, sourceY += sin) {
      if (sourceX < 0 || sourceY < 0 || sourceX >= width - 1 || sourceY >= height - 1) {
        for (let channel = 0; channel < channels; channel++) turned[to++] = paper[channel]!
        continue
      }
      const left = sourceX | 0
      const top = sourceY | 0
      const right = ((sourceX - left) * 256) | 0
      const down = ((sourceY - top) * 256) | 0
      const a = (256 - right) * (256 - down)
      const b = right * (256 - down)
      const c = (256 - right) * down
      const d = right * down
      let from = top * stride + left * channels
      for (let channel = 0; channel < channels; channel++, from++) {
        turned[to++] = (data[from]! * a + data[from + channels]! * b + data[from + stride]! * c + data[from + stride + channels]! * d + 32768) >> 16
      }
    }
  }
  return { width, height, channels, data: turned }
}
