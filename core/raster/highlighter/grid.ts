import type { HighlighterColour } from '../../model/highlighters'
import type { Rgb } from '../image'

/** Hues of fluorescent ink in degrees, from and to. Red is no highlighter: stamps are. */
export const hues: Readonly<Record<HighlighterColour, readonly [number, number]>> = {
  yellow: [42, 74],
  green: [74, 165],
  blue: [165, 228],
  pink: [286, 352],
  orange: [17, 42],
}

/** Against the paper: paler is a tint, darker is ink. */
const leastSaturation = 0.16
const leastValue = 0.66
const leastLuma = 0.52
const penValue = 0.6
/** Ink on a mark, of which the mark shows nothing. */
const inkLuma = 0.5
const leastShare = 0.4
/** Print that a mark covers interrupts it so far, in inches. */
const bridgeAcross = 0.14
const bridgeDown = 0.06

/** What a cell is. */
export const [none, marked, ink, coloured] = [0, 1, 2, 3] as const

/** The page in cells: what each is, and its hue, saturation and brightness. */
export interface Grid {
  cell: number
  width: number
  height: number
  kind: Uint8Array
  hue: Float32Array
  tone: Float32Array
  saturation: Float32Array
  /** 1 where something dark stands in it. */
  print: Uint8Array
}

/** @param cell its side in pixels */
export function gridOf(page: Rgb, cell: number, colours: readonly HighlighterColour[]): Grid {
  const [width, height] = [Math.floor(page.width / cell), Math.floor(page.height / cell)]
  const grid: Grid = {
    cell,
    width,
    height,
    kind: new Uint8Array(width * height),
    hue: new Float32Array(width * height),
    tone: new Float32Array(width * height),
    saturation: new Float32Array(width * height),
    print: new Uint8Array(width * height),
  }
  const { data } = page
  // Levels as they would be on white paper.
  const onWhite = (paper: number) => Float64Array.from({ length: 256 }, (_, level) => Math.min(255, level * (255 / paper)))
  const [reds, greens, blues] = paperOf(page).map(onWhite) as [Float64Array, Float64Array, Float64Array]
  const ranges = colours.map(colour => hues[colour])
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      let dark = 0
      let fluorescent = 0
      let other = 0
      let light = 0
      let across = 0
      let down = 0
      let tone = 0
      let colour = 0
      for (let y = row * cell; y < (row + 1) * cell; y++) {
        for (let at = (y * page.width + column * cell) * 3, end = at + 3 * cell; at < end; at += 3) {
          const red = reds[data[at]!]!
          const green = greens[data[at + 1]!]!
          const blue = blues[data[at + 2]!]!
          const most = Math.max(red, green, blue)
          const least = Math.min(red, green, blue)
          const luma = (red * 0.299 + green * 0.587 + blue * 0.114) / 255
          if (most - least < leastSaturation * most || most === 0) {
            if (luma < inkLuma) dark++
            else light++
            continue
          }
          const saturation = (most - least) / most
          const hue = hueOf(red, green, blue, most, least)
          const bright = most / 255 >= leastValue && luma >= leastLuma
          const ours = isWithin(ranges, hue)
          if (bright && ours) {
            fluorescent++
            across += Math.cos((hue * Math.PI) / 180)
            down += Math.sin((hue * Math.PI) / 180)
            tone += luma
            colour += saturation
          } else if (luma < inkLuma && most / 255 >= penValue)
            // Red pens and stamps: dark, and still bright in their own colour.
            other++
          else if (ours || (luma < inkLuma && saturation < 0.6)) dark++
          else other++
        }
      }
      const at = row * width + column
      const shown = fluorescent + other + light
      if (dark > 0.1 * cell * cell) grid.print[at] = 1
      if (fluorescent >= leastShare * shown && fluorescent >= 0.12 * cell * cell) {
        grid.kind[at] = marked
        grid.hue[at] = ((Math.atan2(down, across) * 180) / Math.PI + 360) % 360
        grid.tone[at] = tone / fluorescent
        grid.saturation[at] = colour / fluorescent
      } else if (other > 0.4 * cell * cell) grid.kind[at] = coloured
      else if (dark > 0.3 * cell * cell) grid.kind[at] = ink
      else grid.kind[at] = none
    }
  }
  return grid
}

/** Told here, since a closure over a pixel's hue would cost as much as all else about the pixel. */
const isWithin = (ranges: readonly (readonly [number, number])[], hue: number) => ranges.some(([from, to]) => hue >= from && hue < to)

function hueOf(red: number, green: number, blue: number, most: number, least: number): number {
  const spread = most - least
  const sixth = most === red ? ((green - blue) / spread + 6) % 6 : most === green ? (blue - red) / spread + 2 : (red - green) / spread + 4
  return sixth * 60
}

/** The most common bright level of each channel. */
function paperOf({ data }: Rgb): number[] {
  const counts = [0, 1, 2].map(() => new Uint32Array(256))
  for (let at = 0; at < data.length - 2; at += 3 * 17) {
    if (data[at]! + data[at + 1]! + data[at + 2]! < 360) continue
    for (const channel of [0, 1, 2] as const) counts[channel]![data[at + channel]!]!++
  }
  return counts.map(count => Math.max(96, count.indexOf(Math.max(...count))))
}

/** Marks go on over the print that they cover. */
export function bridge({ width, height, kind, hue, cell }: Grid, dpi: number): void {
  const run = (start: number, step: number, count: number, most: number) => {
    let last = -1
    for (let at = 0; at < count; at++) {
      const place = start + at * step
      if (kind[place] !== marked) continue
      const gap = at - last - 1
      if (last >= 0 && gap > 0 && gap <= most) {
        let inky = 0
        for (let between = last + 1; between < at; between++) if (kind[start + between * step] === ink) inky++
        // Over paper a mark does not go on.
        if (inky > 0)
          for (let between = last + 1; between < at; between++) {
            kind[start + between * step] = marked
            hue[start + between * step] = hue[start + last * step]!
          }
      }
      last = at
    }
  }
  for (let row = 0; row < height; row++) run(row * width, 1, width, Math.round((bridgeAcross * dpi) / cell))
  for (let column = 0; column < width; column++) run(column, width, height, Math.round((bridgeDown * dpi) / cell))
}
