import { describe, expect, it } from 'vitest'
import { Rubric } from '../../core/rubric/rubric'
import { quarterTurn } from '../../core/raster/turn'
import { examinePage } from '../../engine/examine'
import type { PageImage } from '../../engine/pageImage'
import { drawnPixels } from '../../standins/paper/drawn'
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
/** A page with a picture in greys. */
function shaded(): PageImage {
  const image = page([40, 40, 40], [235, 235, 235], 1)
  for (let y = 600; y < 1000; y++) for (let x = 100; x < 700; x++) image.data[y * width + x] = 60 + Math.round(((x + y) / 1700) * 150)
  return image
}
const rubric = (scan: Record<string, unknown>) => Rubric.parse({ version: 1, name: 'R', scan: { sides: 'both', ...scan } })
const white: [number, number, number] = [255, 255, 255]
const cream: [number, number, number] = [246, 238, 216]

describe('auto colour keeps what a reader would miss', () => {
  it.each<[string, PageImage, number, boolean]>([
    ['red on white', page([200, 30, 30], white, 3), 3, false],
    ['black on cream paper', page([40, 36, 30], cream, 3), 1, true],
    ['black on grey paper', page([60, 60, 60], [190, 190, 190], 1), 1, true],
    ['a shaded picture', shaded(), 1, false],
    ['black and white', page([0, 0, 0], white, 1), 1, true],
  ])('%s', async (_, image, channels, mono) => {
    const examined = await examinePage(image, rubric({ colour: 'auto' }), { side: 'front' })
    expect([examined.page.channels, examined.ink !== null]).toEqual([channels, mono])
  })
})

it('erases edges of the upright page, where nothing counts as ink, and takes the two pages of a book apart at its fold', async () => {
  const edged = Rubric.parse({
    version: 1,
    name: 'R',
    scan: { colour: 'grey' },
    clean: { deskew: false, eraseEdges: { top: 5, left: 5, unit: 'in' } },
  })
  const { page: erased, evidence } = await examinePage(page([0, 0, 0], white, 1), edged, { side: 'front' })
  expect([evidence.blank, erased.data.every(level => level === 255)]).toEqual([true, true])

  const book: PageImage = { width: width * 2, height, channels: 1, dpi: 100, data: new Uint8Array(width * 2 * height).fill(240) }
  const left = page([0, 0, 0], [240, 240, 240], 1)
  for (let y = 0; y < height; y++) book.data.set(left.data.subarray(y * width, (y + 1) * width), y * width * 2)
  // The fold lies a little off the middle, under a shadow.
  for (let y = 0; y < height; y++) for (let x = -14; x <= 14; x++) book.data[y * width * 2 + 850 + x] = 90 + Math.abs(x) * 9
  const spread = Rubric.parse({ version: 1, name: 'R', scan: { colour: 'grey' }, clean: { spread: 'left-to-right', deskew: false } })
  const halves = await Promise.all((['left', 'right'] as const).map(half => examinePage(book, spread, { side: 'front', half })))
  expect(halves.map(half => half.evidence.blank)).toEqual([false, true])
  expect(halves.map(half => Math.abs(half.page.width - 820) < 30)).toEqual([true, true])
  expect(halves.every(({ page: half }) => Math.min(...half.data.subarray(0, half.width)) > 200)).toBe(true)
})

it('turns the backs of paper that opens like a notepad', async () => {
  const inkIn = (image: PageImage, top: number) => image.data.subarray(top * width, (top + 500) * width).some(value => value < 128)
  const image = page([0, 0, 0], white, 1)
  const scan = { colour: 'mono', flip: 'short-edge' }
  const [front, back] = [
    await examinePage(image, rubric(scan), { side: 'front' }),
    await examinePage(image, rubric(scan), { side: 'back' }),
  ]
  expect([inkIn(front.page, 0), inkIn(front.page, 660)]).toEqual([true, false])
  expect([inkIn(back.page, 0), inkIn(back.page, 660)]).toEqual([false, true])
})

describe('upright', () => {
  const stack = makeStack('office-letters', 3)
  const straightUp = Rubric.parse({ version: 1, name: 'R', scan: { colour: 'grey' }, clean: { rotate: 'upright' } })

  let expected: Awaited<ReturnType<typeof examinePage>> | undefined
  it.each([90, 180, 270] as const)("a letter that was fed %i° wrong is turned by its text's direction", async degrees => {
    const scanned = await drawnPixels(stack, 0, 'front', { dpi: 150, colour: 'grey' })
    const { page: image } = await examinePage({ ...quarterTurn(scanned, degrees), dpi: 150 }, straightUp, { side: 'front' })
    expected ??= await examinePage({ ...scanned, dpi: 150 }, straightUp, { side: 'front' })
    expect([image.width, image.height]).toEqual([expected.page.width, expected.page.height])
    let apart = 0
    for (let at = 0; at < image.data.length; at++) if (Math.abs(image.data[at]! - expected.page.data[at]!) > 90) apart++
    expect(apart / image.data.length).toBeLessThan(0.01)
  })

  it('by a person, on top of that, and not at all where nothing is written', async () => {
    const scanned = await drawnPixels(stack, 0, 'front', { dpi: 150, colour: 'grey' })
    const turned = await examinePage({ ...scanned, dpi: 150 }, straightUp, { side: 'front', turned: 90 })
    expect([turned.page.width, turned.page.height]).toEqual([scanned.height, scanned.width])
    const sparse = await examinePage(page([0, 0, 0], white, 1), rubric({ colour: 'grey' }), { side: 'front' })
    expect(sparse.page.width).toBe(width)
  })
})
