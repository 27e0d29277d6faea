import { greyOf, luma, type Bitmap, type Rgb } from './image'
import { adaptiveMono } from './mono'

/** A colour page as dark print over a ground in which it does not stand. */
export interface Layers {
  ink: Bitmap
  /** Red, green and blue of the print, 0 to 255. */
  colour: [number, number, number]
  ground: Rgb
}

/** Print is dark and has next to no colour; all else stays in the ground. */
const darkest = 0.45
const mostColour = 56
/** Pixels around the print whose shadow would stay in the ground. */
const halo = 2
const blockInches = 0.08

/** Separates neutral dark print from what is behind it, whose colour goes on under the print. @param dpi pixels an inch */
export function splitLayers(page: Rgb, dpi: number): Layers {
  const { width, height, data } = page
  const mono = adaptiveMono(greyOf(page), dpi, 0.5)
  const ink: Bitmap = { width, height, data: new Uint8Array(width * height) }
  const sum: [number, number, number] = [0, 0, 0]
  let count = 0
  for (let at = 0; at < mono.data.length; at++) {
    if (mono.data[at] !== 1) continue
    const [red, green, blue] = [data[at * 3]!, data[at * 3 + 1]!, data[at * 3 + 2]!]
    if (luma(red, green, blue) > darkest * 255 || Math.max(red, green, blue) - Math.min(red, green, blue) > mostColour) continue
    ink.data[at] = 1
    sum[0] += red
    sum[1] += green
    sum[2] += blue
    count++
  }
  const colour = sum.map(level => Math.round(level / Math.max(1, count))) as Layers['colour']
  return { ink, colour, ground: groundOf(page, ink, Math.max(4, Math.round(blockInches * dpi))) }
}

/** The page with its print, and the print's shadow, in the mean colour of what is around it. */
function groundOf({ width, height, data }: Rgb, ink: Bitmap, block: number): Rgb {
  const covered = widened(ink)
  const ground = data.slice()
  const [across, down] = [Math.ceil(width / block), Math.ceil(height / block)]
  const means = new Float32Array(across * down * 3)
  let last: [number, number, number] = [255, 255, 255]
  for (let row = 0; row < down; row++) {
    for (let column = 0; column < across; column++) {
      const mean = meanOf(data, covered, width, height, column * block, row * block, block) ?? last
      means.set(mean, (row * across + column) * 3)
      last = mean
    }
  }
  for (let at = covered.indexOf(1); at !== -1; at = covered.indexOf(1, at + 1)) {
    const place = (Math.floor(Math.floor(at / width) / block) * across + Math.floor((at % width) / block)) * 3
    for (let channel = 0; channel < 3; channel++) ground[at * 3 + channel] = means[place + channel]!
  }
  return { width, height, data: ground }
}

function meanOf(data: Uint8Array, covered: Uint8Array, width: number, height: number, x: number, y: number, block: number) {
  const sum: [number, number, number] = [0, 0, 0]
  let count = 0
  for (let row = y; row < Math.min(height, y + block); row++) {
    for (let column = x; column < Math.min(width, x + block); column++) {
      const at = row * width + column
      if (covered[at] === 1) continue
      for (const channel of [0, 1, 2] as const) sum[channel] += data[at * 3 + channel]!
      count++
    }
  }
  // Two in a hundred pixels are enough to know the colour by.
  return count * 50 < block * block ? null : (sum.map(level => level / count) as [number, number, number])
}

function widened({ width, height, data }: Bitmap): Uint8Array {
  const wide = new Uint8Array(data.length)
  for (let at = data.indexOf(1); at !== -1; at = data.indexOf(1, at + 1)) {
    const [x, y] = [at % width, Math.floor(at / width)]
    for (let row = Math.max(0, y - halo); row <= Math.min(height - 1, y + halo); row++)
      wide.fill(1, row * width + Math.max(0, x - halo), row * width + Math.min(width - 1, x + halo) + 1)
  }
  return wide
}
