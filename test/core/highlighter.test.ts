import { expect, it } from 'vitest'
import { Rubric } from '../../core/rubric/rubric'
import { findHighlights } from '../../core/raster/highlighter/find'
import type { Area, Rgb } from '../../core/raster/image'

const dpi = 200
type Colour = [number, number, number]
const yellow: Colour = [255, 242, 74]
const black: Colour = [20, 20, 20]

function sheet(
  paper: Colour,
): Rgb & { fill: (area: Area, colour: Colour, uneven?: boolean) => void; print: (x: number, y: number, words: number) => void } {
  const [width, height] = [900, 500]
  const data = new Uint8Array(width * height * 3)
  for (let at = 0; at < data.length; at++) data[at] = paper[at % 3]!
  const fill = ({ x, y, width: wide, height: tall }: Area, colour: Colour, uneven = false) => {
    for (let row = y; row < y + tall; row++) {
      const off = uneven ? Math.round(6 * Math.abs(Math.sin(row))) : 0
      for (let column = x + off; column < x + wide - off; column++)
        colour.forEach((level, channel) => (data[(row * width + column) * 3 + channel] = Math.round((level * paper[channel]!) / 255)))
    }
  }
  return {
    width,
    height,
    data,
    fill,
    // Letters of 10 by 20 pixels, six to a word, as bars.
    print(x, y, words) {
      for (let word = 0; word < words; word++)
        for (let letter = 0; letter < 6; letter++) fill({ x: x + word * 110 + letter * 14, y, width: 10, height: 20 }, black)
    },
  }
}

const colours = ['yellow', 'green', 'pink', 'orange', 'blue'] as const
const boxes = (page: Rgb) => findHighlights(page, dpi, colours)
/** Whether a box holds the word that begins there. */
const holds = (box: Area, x: number, y: number) => box.x <= x && box.x + box.width >= x + 80 && box.y <= y && box.y + box.height >= y + 20

it.each([
  ['white paper', [255, 255, 255]],
  ['yellowed paper', [244, 236, 214]],
  ['blue paper', [214, 230, 246]],
] as [string, Colour][])('finds the marked word on %s, whole, and no other', (_, paper) => {
  const page = sheet(paper)
  // It begins and ends within the word's outer letters.
  page.fill({ x: 216, y: 97, width: 70, height: 26 }, yellow, true)
  page.print(100, 100, 4)
  const found = boxes(page)
  expect(found).toHaveLength(1)
  expect(holds(found[0]!, 210, 100)).toBe(true)
  expect(found[0]!.x).toBeGreaterThan(100 + 84)
  expect(found[0]!.x + found[0]!.width).toBeLessThan(320)
})

it('finds marks of two colours on neighbouring lines that touch, each with its word', () => {
  const page = sheet([255, 255, 255])
  page.fill({ x: 204, y: 90, width: 96, height: 44 }, yellow, true)
  page.fill({ x: 260, y: 132, width: 140, height: 44 }, [120, 230, 110], true)
  page.print(100, 100, 4)
  page.print(100, 146, 4)
  const found = boxes(page)
  expect(found).toHaveLength(2)
  expect(found.some(box => holds(box, 210, 100))).toBe(true)
  expect(found.some(box => holds(box, 320, 146))).toBe(true)
})

it('takes no sky over a meadow for a mark, however even it is', () => {
  const page = sheet([255, 255, 255])
  for (let row = 0; row < 120; row++) page.fill({ x: 100, y: 60 + row, width: 700, height: 1 }, [95 + row, 176 + row / 3, 255])
  page.fill({ x: 100, y: 180, width: 700, height: 80 }, [130, 215, 100])
  page.fill({ x: 300, y: 150, width: 60, height: 30 }, [110, 80, 50])
  expect(boxes(page)).toEqual([])
})

it('leaves words that stand close beside a mark, as in print of eleven points, and what it hardly touches', () => {
  const page = sheet([255, 255, 255])
  const word = (x: number) => {
    for (let letter = 0; letter < 5; letter++) page.fill({ x: x + letter * 15, y: 100, width: 13, height: 20 }, black)
  }
  // From one pixel over the letter before to one over the letter behind.
  page.fill({ x: 171, y: 94, width: 96, height: 32 }, yellow, true)
  for (const x of [100, 182, 264, 346]) word(x)
  const found = boxes(page)
  expect(found).toHaveLength(1)
  // Of the letters beside it at most their edge.
  const [left, right] = [found[0]!.x, found[0]!.x + found[0]!.width]

  expect([left >= 171, left <= 182, right >= 255, right <= 266]).toEqual([true, true, true, true])
})

it('takes a thin stroke below a word for its mark', () => {
  const page = sheet([255, 255, 255])
  page.fill({ x: 210, y: 116, width: 84, height: 14 }, yellow)
  page.print(100, 100, 4)
  const found = boxes(page)
  expect(found).toHaveLength(1)
  expect(holds(found[0]!, 210, 100)).toBe(true)
})

it('leaves what is printed in colour: a shaded head, a ground, a disc, a stamp, a picture', () => {
  const head = sheet([255, 255, 255])
  head.fill({ x: 50, y: 95, width: 700, height: 30 }, [255, 255, 153])
  head.print(60, 100, 1)
  head.print(600, 100, 1)
  const ground = sheet([255, 255, 255])
  ground.fill({ x: 50, y: 50, width: 700, height: 300 }, [255, 240, 170])
  ground.print(100, 150, 2)
  const disc = sheet([255, 255, 255])
  for (let row = -60; row < 60; row++) {
    const half = Math.round(Math.sqrt(3600 - row * row))
    disc.fill({ x: 300 - half, y: 200 + row, width: 2 * half, height: 1 }, [255, 216, 74])
  }
  const stamp = sheet([255, 255, 255])
  for (let letter = 0; letter < 8; letter++) stamp.fill({ x: 100 + letter * 20, y: 100, width: 6, height: 30 }, [194, 59, 74])
  const picture = sheet([255, 255, 255])
  for (let column = 0; column < 300; column++)
    picture.fill({ x: 100 + column, y: 100, width: 1, height: 200 }, [120 + column / 3, 250 - column / 4, 200 - column / 2])
  for (const page of [head, ground, disc, stamp, picture]) expect(boxes(page)).toEqual([])
})

it('needs paper in colour, and is refused where the settings take the colour away', () => {
  const rubric = (more: object) => ({ version: 1, name: 'R', redact: { highlighter: ['yellow'] }, ...more })
  expect(() => Rubric.parse(rubric({ scan: { colour: 'grey' } }))).toThrow('grey cannot show a highlighter')
  expect(() => Rubric.parse(rubric({ clean: { dropout: ['#ffff00'] } }))).toThrow('clean.dropout')
})
