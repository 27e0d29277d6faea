import type { Grey } from '../core/raster/image'
import { sentences } from '../standins/paper/officeLetters'
import { Random } from '../standins/paper/random'
import { asScanned, dpi, line, symbolOf, wornPrint } from './hardCodes'
import { symbologies, type Symbology } from './symbologies'

/** A page with several codes of any kinds and sizes among its text, and what each says. */
export interface MixedPage {
  page: Grey
  codes: { symbology: Symbology; text: string }[]
}

const page = { width: 210, height: 297 }
const inch = 25.4

/** Draws one: two or three codes, upright or a quarter turned, each leaning a little, from the smallest modules to thrice the largest. */
export async function mixedPage(seed: number): Promise<MixedPage> {
  const random = new Random(seed)
  const codes: MixedPage['codes'] = []
  const drawn: string[] = []
  const count = random.chance(0.3) ? 3 : 2
  for (let at = 0; at < count; at++) {
    const symbology = random.pick(symbologies)
    const text = symbology.text(random)
    const by = random.chance(0.25) ? random.between(1, 3) : 1
    const small = symbolOf(symbology, text, random)
    const fits = Math.min(by, 150 / small.width, 75 / Math.max(small.width * 0.4, small.height))
    const symbol = { width: small.width * fits, height: small.height * fits }
    const turn = random.chance(0.2) && symbol.width < 75 ? random.pick([90, 270]) : random.chance(0.15) ? 180 : 0
    const degrees = turn + (random.chance(0.5) ? random.between(-3, 3) : 0)
    const x = page.width / 2 + random.between(-1, 1) * Math.max(0, (page.width - 20 - symbol.width) / 2)
    const y = 20 + ((page.height - 40) / count) * (at + 0.5) + random.between(-5, 5)
    drawn.push(
      `<rect x="5" y="${y - 45}" width="200" height="90" fill="#fff"/>` +
        `<g transform="translate(${x} ${y}) rotate(${degrees}) scale(${fits}) translate(${-small.width / 2} ${-small.height / 2})">` +
        `${small.svg}${random.chance(0.5) ? wornPrint(small.width, small.height, random) : ''}</g>`,
    )
    codes.push({ symbology, text })
  }
  const prose = Array.from({ length: 44 }, (_, at) =>
    line(20, 15 + at * 6.2, sentences[(seed + at) % sentences.length]!.repeat(2).slice(0, 84)),
  )
  const width = Math.round((page.width / inch) * dpi)
  const height = Math.round((page.height / inch) * dpi)
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${page.width} ${page.height}">` +
    `<rect width="100%" height="100%" fill="#fff"/>${prose.join('')}${drawn.join('')}</svg>`
  const levels = { blur: random.between(0.3, 0.85), ink: random.whole(25, 110), paper: random.whole(205, 250) }
  return { page: await asScanned(svg, levels, random), codes }
}
