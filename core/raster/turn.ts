import { luma, type Area, type Bitmap, type Grey, type Pixels } from './image'
import { turn, turnNearest, type Turned } from './simd/turned'

interface Channels {
  width: number
  height: number
  data: Uint8Array
  channels: 1 | 3
}

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

/** Most common bright level of a page, in grey or colour: its paper. */
export function paperLevel({ data, ...page }: Grey | Pixels): number {
  const channels = 'channels' in page ? page.channels : 1
  const counts = new Uint32Array(256)
  for (let at = 0; at < data.length; at += 31 * channels)
    counts[channels === 1 ? data[at]! : luma(data[at]!, data[at + 1]!, data[at + 2]!)]!++
  let best = 255
  for (let level = 255; level >= 96; level--) if (counts[level]! > counts[best]!) best = level
  return best
}

// Places between pixels in fixed point: 15 bits behind the point, enough for pages of 65,535 pixels.
const bits = 15
const one = 1 << bits

/** Where one row of a turned page comes from: its columns that lie inside the page, the place of the first, and the step. */
interface TurnedRow {
  first: number
  last: number
  x: number
  y: number
  stepX: number
  stepY: number
}

function turnedRow(width: number, height: number, degrees: number, row: number): TurnedRow {
  const angle = (degrees * Math.PI) / 180
  const cos = Math.cos(angle)
  const sin = Math.sin(angle)
  const stepX = Math.round(cos * one)
  const stepY = Math.round(sin * one)
  const centreX = (width - 1) / 2
  const centreY = (height - 1) / 2
  const x0 = Math.round((cos * -centreX - sin * (row - centreY) + centreX) * one)
  const y0 = Math.round((sin * -centreX + cos * (row - centreY) + centreY) * one)
  const [fromX, toX] = inside(x0, stepX, (width - 1) * one)
  const [fromY, toY] = inside(y0, stepY, (height - 1) * one)
  const first = Math.max(0, fromX, fromY)
  return { first, last: Math.max(first, Math.min(width, toX, toY)), x: x0 + first * stepX, y: y0 + first * stepY, stepX, stepY }
}

/** The whole numbers n, from and up to but not including, for which start + n × step lies from 0 up to but not including the end. */
function inside(start: number, step: number, end: number): [number, number] {
  if (step === 0) return start >= 0 && start < end ? [0, Infinity] : [0, 0]
  const low = -start / step
  const high = (end - 1 - start) / step
  return [Math.ceil(Math.min(low, high)), Math.floor(Math.max(low, high)) + 1]
}

/** Where an area of a page lies once that is straightened, by its middle: a small turn leaves its size as it is. */
export function straightenedArea(area: Area, degrees: number, { width, height }: { width: number; height: number }): Area {
  const angle = (degrees * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const [centreX, centreY] = [(width - 1) / 2, (height - 1) / 2]
  const x = area.x + area.width / 2 - centreX
  const y = area.y + area.height / 2 - centreY
  return { ...area, x: cos * x + sin * y + centreX - area.width / 2, y: -sin * x + cos * y + centreY - area.height / 2 }
}

/**
 * Straightens: turns anticlockwise by `degrees` around the centre, same size, what comes in from outside is `paper`.
 * Bilinear.
 */
export function straighten<T extends Channels>(image: T, degrees: number, paper: readonly number[]): Channels {
  const { width, height, channels } = image
  return { width, height, channels, data: turn(image, turnedRows(width, height, degrees, 0), paper) }
}

/** Straightens ink that has no grey around it: each pixel is the nearest one's. */
export function straightenBitmap(image: Bitmap, degrees: number): Bitmap {
  const { width, height } = image
  return { width, height, data: turnNearest(image, turnedRows(width, height, degrees, one >> 1)) }
}

/** Where all rows of a turned page come from, `further` to the right and down. */
function turnedRows(width: number, height: number, degrees: number, further: number): Turned {
  const rows = Array.from({ length: height }, (_, row) => turnedRow(width, height, degrees, row))
  const places = new Int32Array(4 * height)
  for (const [row, { first, last, x, y }] of rows.entries()) places.set([first, last, x + further, y + further], 4 * row)
  const { stepX, stepY } = rows[0] ?? { stepX: one, stepY: 0 }
  return { places, stepX, stepY }
}
