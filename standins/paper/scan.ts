import sharp from 'sharp'
import { Random } from './random'
import type { Side, Stack, Wear } from './stack'

export type ColourMode = 'mono' | 'grey' | 'colour'

/** Pixels of one scanned side: one or three bytes each; mono is 0 and 255. */
export interface ScannedSide {
  width: number
  height: number
  channels: 1 | 3
  data: Uint8Array
}

/** Millimetres. */
export interface Size {
  width: number
  height: number
}

/** A sheet's own size: its drawing's, A4 where neither side has one. */
export function sizeOf({ front, back }: Stack['sheets'][number]): Size {
  const { width, height } = front.drawing ?? back.drawing ?? { width: 210, height: 297 }
  return { width, height }
}

function wearMarks(wear: Wear, side: 'front' | 'back', paperSize: Size): string {
  const random = new Random(wear.seed)
  const marks: string[] = []
  const flip = (x: number) => (side === 'front' ? x : paperSize.width - x)
  if (wear.holes) {
    for (const y of [108.5, 188.5]) {
      marks.push(
        `<circle cx="${flip(12)}" cy="${y}" r="2.9" fill="#4b4845"/><circle cx="${flip(12) + 0.2}" cy="${y + 0.3}" r="2.5" ` +
          `fill="#3a3735"/>`,
      )
    }
  }
  if (wear.staple) {
    const x = flip(9)
    const lean = side === 'front' ? 1 : -1
    marks.push(`<line x1="${x}" y1="13" x2="${x + lean * 8.2}" y2="7" stroke="#5b5753" stroke-width="0.55"/>`)
  }
  if (wear.pencil) {
    marks.push(
      `<text x="${wear.pencil.x}" y="${wear.pencil.y}" font-family="femkeklaver" font-size="7" fill="#77757a" ` +
        `fill-opacity="0.85">${wear.pencil.text}</text>`,
    )
  }
  for (let speck = 0; speck < wear.specks; speck++) {
    const size = random.between(0.05, 0.24)
    marks.push(
      `<ellipse cx="${random.between(2, 208)}" cy="${random.between(2, 295)}" rx="${size}" ` +
        `ry="${size * random.between(0.6, 1.3)}" fill="#3a3733" fill-opacity="${random.between(0.4, 1)}"/>`,
    )
  }
  return marks.join('')
}

const svgHead = (width: number, height: number, paperSize: Size, region: Size) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" ` +
  `viewBox="${(paperSize.width - region.width) / 2} 0 ${region.width} ${region.height}">`

/** The sheet on the backing of what is scanned: in the middle of its width, from the top. */
function svgOf(side: Side, face: 'front' | 'back', width: number, height: number, paperSize: Size, region: Size): string {
  const { wear } = side
  const [red, green, blue] = wear.paper
  const turn = `rotate(${wear.skewDeg} ${paperSize.width / 2} ${paperSize.height / 2})`
  return (
    svgHead(width, height, paperSize, region) +
    `<rect x="-1000" y="-1000" width="3000" height="3000" fill="#8d8a86"/>` +
    `<g transform="${turn}">` +
    `<rect x="-0.4" y="-0.4" width="${paperSize.width + 0.8}" height="${paperSize.height + 0.8}" fill="rgb(${red},${green},${blue})"/>` +
    `${side.drawing?.content ?? ''}${wearMarks(wear, face, paperSize)}</g></svg>`
  )
}

/** The other side's ink as it shows through: mirrored, blurred by the paper, faint. Null where nothing stands there. */
async function seeThrough(
  other: Side,
  width: number,
  height: number,
  dpi: number,
  paperSize: Size,
  region: Size,
): Promise<Uint8Array | null> {
  if (!other.drawing || other.wear.seeThrough < 0.02) return null
  const turn = `rotate(${other.wear.skewDeg} ${paperSize.width / 2} ${paperSize.height / 2})`
  const svg =
    svgHead(width, height, paperSize, region) +
    `<rect x="-1000" y="-1000" width="3000" height="3000" fill="#fff"/><g transform="${turn}">${other.drawing.content}</g></svg>`
  return sharp(Buffer.from(svg))
    .flop()
    .flatten({ background: '#fff' })
    .toColourspace('b-w')
    .blur(Math.max(0.4, dpi * 0.008))
    .extractChannel(0)
    .raw()
    .toBuffer()
}

const noiseTable = (() => {
  const random = new Random(77)
  const table = new Int8Array(1 << 16)
  for (let at = 0; at < table.length; at++) {
    const sum = random.next() + random.next() + random.next() + random.next()
    table[at] = Math.round((sum - 2) * 6)
  }
  return table
})()

function streakShare(wear: Wear, x: number, y: number, millimetre: number): number {
  if (!wear.streak) return 1
  const distance = Math.abs(x / millimetre - wear.streak.x)
  // Broken now and then, as dust on the glass moves.
  if (distance > 0.14 || (y / millimetre) % 61 < 4) return 1
  return wear.streak.level / 255
}

/** Black and white as a device's own firmware makes it: darker than the mean of its surroundings. */
function toMono(data: Uint8Array, width: number, height: number, dpi: number): void {
  const reach = Math.round(dpi * 0.1)
  const sums = new Float64Array((width + 1) * (height + 1))
  for (let y = 0; y < height; y++) {
    let row = 0
    for (let x = 0; x < width; x++) {
      row += data[y * width + x]!
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row
    }
  }
  for (let y = 0; y < height; y++) {
    const top = Math.max(0, y - reach)
    const bottom = Math.min(height, y + reach)
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - reach)
      const right = Math.min(width, x + reach)
      const sum =
        sums[bottom * (width + 1) + right]! -
        sums[top * (width + 1) + right]! -
        sums[bottom * (width + 1) + left]! +
        sums[top * (width + 1) + left]!
      const mean = sum / ((bottom - top) * (right - left))
      data[y * width + x] = data[y * width + x]! < mean * 0.8 ? 0 : 255
    }
  }
}

/**
 * Scans one side of a sheet: draws it, lets the other side show through, wears it, adds the sensor's noise.
 * The same stack, resolution and mode give the same pixels.
 * @param region what the device scans, in millimetres; the sheet's own size where it is left out
 */
export async function scanSide(
  stack: Stack,
  sheet: number,
  face: 'front' | 'back',
  dpi: number,
  mode: ColourMode,
  region?: Size,
): Promise<ScannedSide> {
  const pair = stack.sheets[sheet]
  if (!pair) throw new Error(`The stack has no sheet ${sheet + 1}.`)
  const side = pair[face]
  const paper = sizeOf(pair)
  const seen = region ?? paper
  const width = Math.round((seen.width / 25.4) * dpi)
  const height = Math.round((seen.height / 25.4) * dpi)
  const drawn = sharp(Buffer.from(svgOf(side, face, width, height, paper, seen)), { limitInputPixels: false })
    .flatten({ background: '#fff' })
    .blur(0.45)
  const channels = mode === 'colour' ? 3 : 1
  const [ink, behind] = await Promise.all([
    (channels === 1 ? drawn.toColourspace('b-w').extractChannel(0) : drawn).raw().toBuffer(),
    seeThrough(pair[face === 'front' ? 'back' : 'front'], width, height, dpi, paper, seen),
  ])
  const data = new Uint8Array(width * height * channels)
  const millimetre = dpi / 25.4
  let chance = side.wear.seed >>> 0
  for (let y = 0, at = 0, pixel = 0; y < height; y++) {
    chance = (Math.imul(chance, 1664525) + 1013904223) >>> 0
    let noise = chance & 0xffff
    for (let x = 0; x < width; x++, pixel++) {
      const through = behind ? 1 - (side.wear.seeThrough * (255 - behind[pixel]!)) / 255 : 1
      const share = through * streakShare(side.wear, x, y, millimetre)
      const grain = noiseTable[(noise = (noise + 1) & 0xffff)]!
      for (let channel = 0; channel < channels; channel++, at++) {
        data[at] = Math.max(0, Math.min(255, ink[at]! * share + grain))
      }
    }
  }
  if (mode === 'mono') toMono(data, width, height, dpi)
  return { width, height, channels, data }
}
