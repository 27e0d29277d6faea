import { greyOf, type Grey, type Rgb } from './image'

type Colour = readonly [red: number, green: number, blue: number]

// How far off a colour's own direction a mark may lie, as a share of its darkness: print varies, and JPEG blurs colour.
const spread = 0.33
// Ink a little darker than the sample is still that ink; black is far darker than any colour.
const mostStrength = 1.5
const leastDarkness = 18
// A mark of a colour that counts as ink, however faint, from this share of its strength on.
const leastStrength = 0.15

/** "#d94a3a" as red, green, blue. */
function parsed(colour: string): Colour {
  const value = parseInt(colour.slice(1), 16)
  return [value >> 16, (value >> 8) & 255, value & 255]
}

/** The paper's own colour: the most common level of each channel, among the bright. */
export function paperColour({ data }: Rgb): Colour {
  const counts = [0, 1, 2].map(() => new Uint32Array(256))
  for (let at = 0; at + 2 < data.length; at += 3 * 31)
    for (let channel = 0; channel < 3; channel++) counts[channel]![data[at + channel]!]!++
  const [red, green, blue] = counts.map(levels => {
    let best = 255
    for (let level = 255; level >= 96; level--) if (levels[level]! > levels[best]!) best = level
    return best
  })
  return [red!, green!, blue!]
}

/** How a colour takes light from the paper, and what becomes of it: paper or ink. */
interface Taken {
  red: number
  green: number
  blue: number
  square: number
  ink: boolean
}

/**
 * A page in grey in which some colours are paper and some are full black, whatever their strength: a form's red boxes
 * go, a faint blue pencil stays. A mark is of a colour where it takes light from the paper in that colour's proportions.
 * @param dropout colours that turn to paper, such as "#d94a3a"
 * @param keepInk colours that turn to black
 */
export function withColours(image: Rgb, dropout: readonly string[], keepInk: readonly string[]): Grey {
  const grey = greyOf(image)
  const paper = paperColour(image)
  const taken = [...dropout.map(colour => takes(colour, paper, false)), ...keepInk.map(colour => takes(colour, paper, true))]
  const white = greyOf({ width: 1, height: 1, data: Uint8Array.from(paper) }).data[0]!
  const { data } = image
  const known = new Map<number, number>()
  for (let at = 0, from = 0; at < grey.data.length; at++, from += 3) {
    const red = paper[0] - data[from]!
    const green = paper[1] - data[from + 1]!
    const blue = paper[2] - data[from + 2]!
    if (red + green + blue < leastDarkness * 3 && Math.max(red, green, blue) < leastDarkness) continue
    // Colours repeat; 5 bits a channel decide.
    const key = ((data[from]! >> 3) << 10) | ((data[from + 1]! >> 3) << 5) | (data[from + 2]! >> 3)
    let becomes = known.get(key)
    if (becomes === undefined) {
      becomes = decide(taken, red, green, blue, white)
      known.set(key, becomes)
    }
    if (becomes >= 0) grey.data[at] = becomes
  }
  return grey
}

function takes(colour: string, paper: Colour, ink: boolean): Taken {
  const [red, green, blue] = parsed(colour).map((level, channel) => paper[channel]! - level) as [number, number, number]
  return { red, green, blue, square: Math.max(1, red * red + green * green + blue * blue), ink }
}

/** The level that a mark gets, or −1 where it is of none of the colours. */
function decide(taken: readonly Taken[], red: number, green: number, blue: number, white: number): number {
  const square = red * red + green * green + blue * blue
  let nearest = spread * spread * square
  let becomes = -1
  for (const colour of taken) {
    const strength = (red * colour.red + green * colour.green + blue * colour.blue) / colour.square
    if (strength <= 0 || strength > mostStrength || (colour.ink && strength < leastStrength)) continue
    const off = square - strength * strength * colour.square
    if (off < nearest) {
      nearest = off
      becomes = colour.ink ? 0 : white
    }
  }
  return becomes
}
