import sharp from 'sharp'
import { Drawing, fonts } from '../standins/paper/drawing'
import { sentences } from '../standins/paper/officeLetters'
import { Random } from '../standins/paper/random'

/** Pixels of a page in colour, with the words that stand on it. */
export interface PoorPage {
  kind: string
  poor: boolean
  dpi: number
  picture: Buffer
  words: string[]
}

interface Look {
  ink: string
  paper: string
  size: number
  dpi: number
  /** Letters worn thin by as many millimetres of paper at their edge. */
  thin?: number
  /** Standard deviation in pixels. */
  blur?: number
  noise?: number
  dots?: boolean
  shadow?: boolean
}

const usual: Look = { ink: '#1c1a18', paper: '#faf9f6', size: 10, dpi: 200, noise: 5 }

/** The ways in which paper is hard to read. */
const looks: Record<string, Look> = {
  good: usual,
  'good, typed': { ...usual, size: 11 },
  thin: { ...usual, size: 9, thin: 0.13, noise: 8 },
  faint: { ...usual, ink: '#c4c0ba', noise: 8 },
  blurred: { ...usual, blur: 2.1 },
  'low contrast': { ...usual, ink: '#7c7a76', paper: '#a6a39e', noise: 12 },
  dotted: { ...usual, size: 11, dots: true },
  'coloured ground': { ...usual, ink: '#26324a', paper: '#c8503c', noise: 8 },
  'white on black': { ...usual, ink: '#f4f2ee', paper: '#26241f', noise: 8 },
  '150 dpi': { ...usual, dpi: 150, size: 8, noise: 10 },
  'in a shadow': { ...usual, shadow: true, noise: 8 },
  grainy: { ...usual, size: 8, noise: 34 },
}

function drawn(random: Random, look: Look, typed: boolean): Drawing {
  const page = new Drawing()
  page.box(-5, -5, 220, 307, { fill: look.paper, stroke: look.paper })
  const style = { font: typed ? fonts.typed : random.pick([fonts.serif, fonts.sans]), size: look.size, colour: look.ink }
  const leading = look.size * 0.62
  for (let y = 30; y < 190; y += leading) {
    const texts = random.pick(sentences)
    page.text(22, y, random.chance(0.25) ? `${texts.slice(0, 40)} ${figures(random)}` : texts.slice(0, 88), style)
  }
  // A form's part: labels and single figures far apart, which reading loses first.
  for (let y = 200; y < 275; y += 8) {
    page.text(22, y, random.pick(['Hull number', 'Issued on', 'Berth', 'Weight landed', 'Permit', 'Length']), style)
    page.text(80, y, figures(random), style)
    page.text(150, y, String(random.whole(2, 9)), style)
  }
  return page
}

const figures = (random: Random) =>
  random.pick([
    () => String(random.whole(10_000_000, 99_999_999)),
    () => `${random.whole(10, 28)}/0${random.whole(1, 9)}/2026`,
    () => `${random.whole(1, 9)}.${random.whole(10, 99)}`,
    () => `C${random.whole(1, 40)}`,
  ])()

/** Pages of each kind, with their truth; the same for the same seed. */
export async function poorPages(seed: number, each: number): Promise<PoorPage[]> {
  const random = new Random(seed)
  const pages: PoorPage[] = []
  for (const [kind, look] of Object.entries(looks)) {
    for (let at = 0; at < each; at++) {
      const page = drawn(random, look, kind.endsWith('typed'))
      const words = page.texts.flatMap(text => text.split(/\s+/)).filter(Boolean)
      pages.push({ kind, poor: !kind.startsWith('good'), dpi: look.dpi, picture: await worn(page, look, random), words })
    }
  }
  return pages
}

async function worn(page: Drawing, look: Look, random: Random): Promise<Buffer> {
  const [width, height] = [Math.round((210 / 25.4) * look.dpi), Math.round((297 / 25.4) * look.dpi)]
  const content = look.thin ? page.content.replaceAll('<text ', `<text stroke="${look.paper}" stroke-width="${look.thin}" `) : page.content
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 210 297">` +
    `<g transform="rotate(${random.between(-0.8, 0.8).toFixed(2)} 105 148)">${content}</g></svg>`
  let picture = sharp(Buffer.from(svg)).flatten({ background: look.paper })
  if (look.blur) picture = sharp(await picture.png().toBuffer()).blur(look.blur)
  const { data } = await picture.removeAlpha().raw().toBuffer({ resolveWithObject: true })
  const paper = [1, 3, 5].map(from => parseInt(look.paper.slice(from, from + 2), 16))
  for (let at = 0; at < data.length; at += 3) {
    const pixel = at / 3
    const [x, y] = [pixel % width, Math.floor(pixel / width)]
    const grain = look.noise ? ((random.next() + random.next() + random.next() + random.next() - 2) * look.noise) / 0.58 : 0
    const light = look.shadow ? 1 - 0.72 * Math.max(0, x / width - 0.35) : 1
    for (let channel = 0; channel < 3; channel++) {
      const level = look.dots && (x % 4 < 2 || y % 4 < 2) ? paper[channel]! * 0.75 + data[at + channel]! * 0.25 : data[at + channel]!
      data[at + channel] = Math.max(0, Math.min(255, level * light + grain))
    }
  }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .withMetadata({ density: look.dpi })
    .jpeg({ quality: 85 })
    .toBuffer()
}
