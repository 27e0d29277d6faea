import { describe, expect, it } from 'vitest'
import { Rubric } from '../../core/model/rubric'
import { examinePage } from '../../engine/examine'
import type { PageImage } from '../../engine/pageImage'

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
