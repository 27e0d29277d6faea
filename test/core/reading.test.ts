import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { forReading } from '../../core/raster/forReading'
import { inkNearPrint } from '../../core/raster/nearPrint'
import type { Grey } from '../../core/raster/image'
import { adaptiveMono } from '../../core/raster/mono'
import { isPoor, surer } from '../../core/text/surer'
import { draw, page } from './pixels'

const dpi = 200
/** Lines of upright strokes, as print is, of this level on the paper. */
function printed(paper: number, ink: number): Grey {
  const image = page(paper, 827, 1170)
  for (let line = 0; line < 20; line++) draw(image, 100, 100 + line * 40, 600, 16, ink, x => x % 9 < 3)
  return image
}
/** Mean level of strokes, and of the paper between two lines. */
function levels({ data, width }: Grey): { ink: number; paper: number } {
  let [ink, paper] = [0, 0]
  for (let stroke = 0; stroke < 60; stroke++) {
    ink += data[508 * width + 101 + stroke * 9]! / 60
    paper += data[525 * width + 101 + stroke * 9]! / 60
  }
  return { ink, paper }
}

it.each([
  ['usual print', printed(240, 30)],
  ['faint print', printed(240, 195)],
  ['print on grey', printed(150, 100)],
  ['white on black', printed(40, 235)],
])('%s reads as dark on white', (_, image) => {
  const { ink, paper } = levels(forReading(image, dpi))
  expect(ink).toBeLessThan(60)
  expect(paper).toBeGreaterThan(215)
})

it('makes the ground of a page in a shadow even', () => {
  const image = printed(240, 30)
  image.data.forEach((level, at) => (image.data[at] = level * (1 - 0.7 * ((at % image.width) / image.width))))
  const read = forReading(image, dpi)
  for (const x of [60, 400, 780]) expect(read.data[525 * read.width + x]).toBeGreaterThan(200)
  expect(levels(read).ink).toBeLessThan(110)
})

it.each([
  ['faint print', printed(240, 195), 1],
  ['usual print', printed(240, 30), 1],
  ['white on black', printed(40, 235), 0],
])('black and white keeps %s', (_, image, ink) => {
  const mono = adaptiveMono(image, dpi, 0.5)
  const at = (x: number, y: number) => mono.data[y * mono.width + x]
  const strokes = Array.from({ length: 60 }, (_, stroke) => at(101 + stroke * 9, 508))
  expect(strokes.filter(level => level === ink).length).toBeGreaterThan(57)
  const paper = Array.from({ length: 60 }, (_, stroke) => at(101 + stroke * 9, 1050))
  expect(paper.filter(level => level === 1 - ink).length).toBeGreaterThan(57)
})

it.each([
  ['nothing', () => undefined, 0],
  ['a lone dark figure', (image: Grey) => draw(image, 400, 600, 8, 14, 60), 8 * 14],
  ['a lone faint figure', (image: Grey) => draw(image, 400, 600, 8, 14, 185), 8 * 14],
] as const)('grain does not become print on paper with %s', (_, mark, ink) => {
  const image = page(238, 827, 1170)
  let state = 5
  // About normal, with a deviation of 6.
  image.data.forEach((level, at) => {
    let sum = 0
    for (let times = 0; times < 12; times++) sum += (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
    image.data[at] = Math.min(255, level + (sum - 6) * 6)
  })
  mark(image)
  const found = adaptiveMono(image, dpi, 0.5).data.reduce((sum, one) => sum + one, 0)
  expect(found).toBeGreaterThanOrEqual(ink)
  expect(found).toBeLessThan(ink + 20)
})

const word = (text: string, x: number, confidence: number, line = 0, y = 1): Word => ({
  text,
  x,
  y,
  width: 0.5,
  height: 0.1,
  confidence,
  line,
  paragraph: line,
  block: 0,
})
const texts = (words: readonly Word[]) => words.map(one => `${one.line}:${one.text}`)

it('takes of two readings the surer word, and what only one saw where it is sure', () => {
  const one = [word('Hull', 1, 0.95), word('nurnber', 1.6, 0.4), word('Berthing', 1, 0.9, 1, 2)]
  const two = [word('Hu11', 1.01, 0.5), word('number', 1.6, 0.93), word('7', 3, 0.9), word('smudge', 4, 0.3), word('C14', 5, 0.9, 2, 3)]
  expect(texts(surer(one, two))).toEqual(['0:Hull', '0:number', '0:7', '1:Berthing', '2:C14'])
  expect(surer(two, one)).toEqual(surer(one, two))
})

it('does not put one long word in place of several', () => {
  const two = [{ ...word('onetwo', 1, 0.99), width: 1.2 }]
  const one = [word('one', 1, 0.9), word('two', 1.6, 0.9), word('three', 1, 0.9, 1, 2)]
  expect(texts(surer(one, two))).toEqual(['0:one', '0:two', '1:three'])
})

it('knows a poor reading', () => {
  const many = (confidence: number) => Array.from({ length: 20 }, (_, at) => word('word', at, confidence))
  expect([isPoor([]), isPoor([word('one', 1, 1)]), isPoor(many(0.6)), isPoor(many(0.95))]).toEqual([true, true, true, false])
})

it('keeps the ink of a page that lies in print of its picture for reading, or beside it', () => {
  const [width, height] = [100, 60]
  const at = (x: number, y: number) => y * width + x
  const ink = new Uint8Array(width * height)
  const reading = new Uint8Array(width * height).fill(255)
  reading[at(20, 20)] = 40
  for (const [x, y] of [
    [20, 20],
    [27, 14],
    [60, 20],
    [99, 59],
  ] as const)
    ink[at(x, y)] = 1
  const { data } = inkNearPrint({ width, height, data: ink }, { width, height, data: reading })
  expect([data[at(20, 20)], data[at(27, 14)], data[at(60, 20)], data[at(99, 59)]]).toEqual([1, 1, 0, 0])
})
