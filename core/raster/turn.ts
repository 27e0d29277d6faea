import { firstInkFrom, type Area, type Bitmap, type Grey } from './image'

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

/** Most common bright level of a page: its paper. */
export function paperLevel(image: Grey): number {
  const { data } = image
  const counts = new Uint32Array(256)
  for (let at = 0; at < data.length; at += 31) counts[data[at]!]!++
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
  const { width, height, channels, data } = image
  const turned = new Uint8Array(data.length)
  const stride = width * channels
  for (let channel = 0; channel < channels; channel++) {
    for (let row = 0; row < height; row++)
      straightenRow(data, turned, stride, channels, channel, row, turnedRow(width, height, degrees, row), width, paper[channel]!)
  }
  return { width, height, channels, data: turned }
}

function straightenRow(
  data: Uint8Array,
  turned: Uint8Array,
  stride: number,
  channels: number,
  channel: number,
  row: number,
  from: TurnedRow,
  width: number,
  level: number,
): void {
  const { first, last } = from
  const stepX = from.stepX | 0
  const stepY = from.stepY | 0
  let x = from.x | 0
  let y = from.y | 0
  let to = row * stride + channel
  for (let column = 0; column < first; column++, to += channels) turned[to] = level
  for (let column = first; column < last; column++) {
    const right = (x & (one - 1)) >> 7
    const down = (y & (one - 1)) >> 7
    const at = (y >> bits) * stride + (x >> bits) * channels + channel
    const upper = data[at]! * (256 - right) + data[at + channels]! * right
    const lower = data[at + stride]! * (256 - right) + data[at + stride + channels]! * right
    turned[to] = (upper * (256 - down) + lower * down + 32768) >> 16
    to += channels
    x = (x + stepX) | 0
    y = (y + stepY) | 0
  }
  for (let column = last; column < width; column++, to += channels) turned[to] = level
}

/** Straightens ink that has no grey around it: each pixel is the nearest one's. */
export function straightenBitmap(image: Bitmap, degrees: number): Bitmap {
  const { width, height, data } = image
  const turned = new Uint8Array(data.length)
  const { left, right } = inkSpans(image)
  for (let row = 0; row < height; row++) {
    const { first, last, x, y, stepX, stepY } = turnedRow(width, height, degrees, row)
    if (first === last) continue
    // Only where the strip of the page that this row comes from has ink.
    const oneEnd = y >> bits
    const otherEnd = (y + stepY * (last - first)) >> bits
    let from = last
    let to = first
    for (let source = Math.max(0, Math.min(oneEnd, otherEnd)); source <= Math.min(height - 1, Math.max(oneEnd, otherEnd) + 1); source++) {
      from = Math.min(from, left[source]!)
      to = Math.max(to, right[source]!)
    }
    const slack =
      Math.ceil((Math.abs(Math.sin((degrees * Math.PI) / 180)) * height) / 2 + width * (1 - Math.cos((degrees * Math.PI) / 180))) + 2
    from = Math.max(first, from - slack)
    to = Math.min(last, to + slack)
    if (from < to)
      nearestRow(
        data,
        turned,
        width,
        row * width + from,
        row * width + to,
        x + (from - first) * stepX + (one >> 1),
        y + (from - first) * stepY + (one >> 1),
        stepX,
        stepY,
      )
  }
  return { width, height, data: turned }
}

/** For each row, from and up to which column there is ink; from its width up to 0 where there is none. */
function inkSpans({ width, height, data }: Bitmap): { left: Int32Array; right: Int32Array } {
  const left = new Int32Array(height).fill(width)
  const right = new Int32Array(height)
  for (let at = firstInkFrom(data, 0); at < data.length;) {
    const row = Math.floor(at / width)
    left[row] = at - row * width
    let last = (row + 1) * width - 1
    while (data[last] === 0) last--
    right[row] = last + 1 - row * width
    at = firstInkFrom(data, (row + 1) * width)
  }
  return { left, right }
}

function nearestRow(
  data: Uint8Array,
  turned: Uint8Array,
  width: number,
  from: number,
  end: number,
  x: number,
  y: number,
  stepX: number,
  stepY: number,
): void {
  // Whole numbers from here on, which the compiler cannot know by itself.
  x |= 0
  y |= 0
  for (let to = from; to < end; to++) {
    turned[to] = data[(y >> bits) * width + (x >> bits)]!
    x = (x + stepX) | 0
    y = (y + stepY) | 0
  }
}
