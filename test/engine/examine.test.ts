import { describe, expect, it } from 'vitest'
import { Rubric } from '../../core/model/rubric'
import { quarterTurn } from '../../core/raster/turn'
import { examinePage } from '../../engine/examine'
import type { PageImage } from '../../engine/pageImage'
import { scanSide } from '../../standins/paper/scan'
import { makeStack } from '../../standins/paper/stacks'

const width = 830
const height = 1170

/** A page at 100 dpi whose upper left quarter carries lines of ink, in this colour on this paper. */
function page(ink: [number, number, number], paper: [number, number, number], channels: 1 | 3): PageImage {
  const data = new Uint8Array(width * height * channels)
  for (let at = 0; at < width * height; at++) {
    const x = at % width
    const y = Math.floor(at / width)
    const colour = x > 80 && x < 400 && y > 80 && y < 500 && y % 20 < 9 && x % 50 < 40 ? ink : paper
    for (let channel = 0; channel < channels; channel++) data[at * channels + channel] = colour[channel]!
  }
  return { width, height, channels, data, dpi: 100 }
}
const rubric = (scan: Record<string, unknown>) => Rubric.parse({ version: 1, name: 'R', scan: { sides: 'both', ...scan } })
const white: [number, number, number] = [255, 255, 255]
const cream: [number, number, number] = [246, 238, 216]

describe('auto colour keeps what the page holds', () => {
  it.each<[string, PageImage, number, boolean]>([
    ['red on white', page([200, 30, 30], white, 3), 3, false],
    ['black on cream paper', page([40, 36, 30], cream, 3), 1, false],
    ['a grey scan', page([60, 60, 60], [230, 230, 230], 1), 1, false],
    ['black and white', page([0, 0, 0], white, 1), 1, true],
  ])('%s', async (_, image, channels, mono) => {
    const examined = await examinePage(image, rubric({ colour: 'auto' }), 'front')
    expect([examined.page.channels, examined.ink !== null]).toEqual([channels, mono])
  })
})

it('turns the backs of paper that opens like a notepad', async () => {
  const inkIn = (image: PageImage, top: number) => image.data.subarray(top * width, (top + 500) * width).some(value => value < 128)
  const image = page([0, 0, 0], white, 1)
  const scan = { colour: 'mono', flip: 'short-edge' }
  const [front, back] = [await examinePage(image, rubric(scan), 'front'), await examinePage(image, rubric(scan), 'back')]
  expect([inkIn(front.page, 0), inkIn(front.page, 660)]).toEqual([true, false])
  expect([inkIn(back.page, 0), inkIn(back.page, 660)]).toEqual([false, true])
})

describe('upright', () => {
  const stack = makeStack('office-letters', 3)
  const straightUp = Rubric.parse({ version: 1, name: 'R', scan: { colour: 'grey' }, clean: { rotate: 'upright' } })

  it.each([90, 180, 270] as const)('a letter that was fed %i° wrong is turned by its text\'s direction', async (degrees) => {
    const scanned = await scanSide(stack, 0, 'front', 150, 'grey')
    const { page: image } = await examinePage({ ...quarterTurn(scanned, degrees), dpi: 150 }, straightUp, 'front')
    const expected = await examinePage({ ...scanned, dpi: 150 }, straightUp, 'front')
    expect([image.width, image.height]).toEqual([expected.page.width, expected.page.height])
    let apart = 0
    for (let at = 0; at < image.data.length; at++) if (Math.abs(image.data[at]! - expected.page.data[at]!) > 90) apart++
    expect(apart / image.data.length).toBeLessThan(0.01)
  })

  it('by a person, on top of that, and not at all where nothing is written', async () => {
    const scanned = await scanSide(stack, 0, 'front', 150, 'grey')
    const turned = await examinePage({ ...scanned, dpi: 150 }, straightUp, 'front', 90)
    expect([turned.page.width, turned.page.height]).toEqual([scanned.height, scanned.width])
    const sparse = await examinePage(page([0, 0, 0], white, 1), rubric({ colour: 'grey' }), 'front')
    expect(sparse.page.width).toBe(width)
  })
})
