import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { findComponents } from '../../core/raster/components'
import { forReading } from '../../core/raster/forReading'
import { inkNearPrint } from '../../core/raster/nearPrint'
import type { Grey } from '../../core/raster/image'
import { loneMarks } from '../../core/raster/lone'
import { adaptiveMono } from '../../core/raster/mono'
import { isLost, isPoor, surer } from '../../core/text/surer'
import { isBlurred, sharpened } from '../../core/raster/sharpen'
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
  const image = grainy(page(238, 827, 1170), 6)
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
  const other = surer(two, one).map(({ text }) => text)
  expect(other.filter(text => text !== 'smudge').toSorted()).toEqual(['7', 'Berthing', 'C14', 'Hull', 'number'])
})

it('keeps the lines of the first reading, unless the second read far more and did not guess', () => {
  const columns = [word('Berth', 1, 0.9, 0), word('C14', 4, 0.9, 1)]
  const rows = columns.map(one => ({ ...one, confidence: 0.95, line: 0 }))
  const more = ['one', 'two', 'three', 'four'].map((text, at) => word(text, 1 + at, 0.9, at + 2, at + 2))
  expect(texts(surer(columns, rows))).toEqual(['0:Berth', '1:C14'])
  expect(texts(surer(columns, [...rows, ...more])).slice(0, 2)).toEqual(['0:Berth', '0:C14'])
  const guessed = Array.from({ length: 40 }, (_, at) => word('xxxxx', at, 0.4, 0, 6))
  expect(texts(surer(columns, [...rows, ...guessed]))).toEqual(['0:Berth', '1:C14'])
})

it('does not put one long word in place of several', () => {
  const two = [{ ...word('onetwo', 1, 0.99), width: 1.2 }]
  const one = [word('one', 1, 0.9), word('two', 1.6, 0.9), word('three', 1, 0.9, 1, 2)]
  expect(texts(surer(one, two))).toEqual(['0:one', '0:two', '1:three'])
})

it('knows a poor reading', () => {
  const many = (confidence: number) => Array.from({ length: 20 }, (_, at) => word('word', at, confidence))
  expect([isPoor([], dpi), isPoor([word('one', 1, 1)], dpi), isPoor(many(0.6), dpi), isPoor(many(0.95), dpi)]).toEqual([
    true,
    true,
    true,
    false,
  ])
  expect([isLost([]), isLost(many(0.6)), isLost(many(0.88)), isPoor(many(0.88), dpi)]).toEqual([true, true, false, true])
  expect([isPoor(many(0.92), dpi), isPoor(many(0.92), 100)]).toEqual([false, true])
})

/** About normal, with this deviation; the same each time. */
function grainy(image: Grey, deviation: number): Grey {
  let state = 5
  image.data.forEach((level, at) => {
    let sum = 0
    for (let times = 0; times < 12; times++) sum += (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
    image.data[at] = Math.max(0, Math.min(255, level + (sum - 6) * deviation))
  })
  return image
}

it('smooths grain that comes near to the print, and leaves clean print sharp', () => {
  /** How far two neighbours in the paper between lines are apart, as a share of the print's contrast. */
  const grainOf = ({ data, width }: Grey) => {
    let sum = 0
    for (let x = 100; x < 700; x++) sum += Math.abs(data[525 * width + x]! - data[525 * width + x + 1]!) / 600
    return sum / 255
  }
  const low = grainy(printed(160, 120), 4)
  expect(grainOf(forReading(low, dpi))).toBeLessThan(0.5 * ((4 * 1.13) / 40))
  const clean = forReading(printed(240, 30), dpi)
  const edge = 508 * clean.width + 102
  expect([clean.data[edge], clean.data[edge + 1]].map(level => level! > 128)).toEqual([false, true])
})

/** Each pixel the mean of so many on either side of it, across and down, twice. */
function outOfFocus(image: Grey, half: number): Grey {
  const along = (from: Grey, step: number): Grey => ({
    ...from,
    data: from.data.map((level, at) => {
      let sum = 0
      for (let away = -half; away <= half; away++) sum += from.data[at + away * step] ?? level
      return sum / (2 * half + 1)
    }),
  })
  return [1, image.width, 1, image.width].reduce(along, image)
}

it('tells print out of focus from sharp print, fine print and empty paper, and makes its edges steeper', () => {
  const wide = (paper: number, ink: number) => {
    const image = page(paper, 827, 1170)
    for (let line = 0; line < 20; line++) draw(image, 100, 100 + line * 40, 600, 16, ink, x => x % 20 < 9)
    return image
  }
  const soft = outOfFocus(wide(255, 0), 3)
  expect([wide(255, 0), printed(255, 0), page(255, 827, 1170)].map(image => isBlurred(image, dpi))).toEqual([false, false, false])
  expect(isBlurred(soft, dpi)).toBe(true)
  const slope = ({ data, width }: Grey) =>
    Math.max(...Array.from({ length: 600 }, (_, x) => Math.abs(data[508 * width + 100 + x]! - data[508 * width + 101 + x]!)))
  expect(slope(sharpened(soft, dpi))).toBeGreaterThan(2 * slope(soft))
})

it('finds letters that stand by themselves, not those of words, boxes, black places or specks', () => {
  const ink = { width: 827, height: 1170, data: new Uint8Array(827 * 1170) }
  const mark = (x: number, y: number, width: number, height: number) => draw(ink, x, y, width, height, 1)
  for (let letter = 0; letter < 12; letter++) mark(100 + letter * 14, 200, 10, 18)
  mark(500, 200, 10, 18)
  mark(300, 400, 10, 18)
  mark(314, 400, 10, 18)
  mark(600, 600, 3, 3)
  mark(600, 900, 26, 30)
  mark(400, 700, 26, 26)
  draw(ink, 402, 702, 22, 22, 0)
  const lone = loneMarks(ink, findComponents(ink), dpi)
  expect(lone.map(({ x, y }) => [x, y])).toEqual([
    [500, 200],
    [300, 400],
    [314, 400],
  ])
  for (let x = 20; x < 800; x += 60) for (let y = 20; y < 1100; y += 100) mark(x, y, 10, 18)
  expect(loneMarks(ink, findComponents(ink), dpi)).toEqual([])
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
