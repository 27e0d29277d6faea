import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Bitmap } from '../../core/raster/image'
import { overdrawnBoxes } from '../../core/fields/overdrawn'
import { boxesAlone, ticksBeside, type MarkedBox } from '../../core/fields/ticked'
import { frameAt } from '../../core/raster/frameAt'
import { findTickBoxes } from '../../core/raster/tickBoxes'
import { findTickRings } from '../../core/raster/tickRings'

const dpi = 200
const side = 28

function paper(): Bitmap & { ink: (x: number, y: number) => void } {
  const [width, height] = [200, 120]
  const data = new Uint8Array(width * height)
  return {
    width,
    height,
    data,
    ink(x, y) {
      if (x >= 0 && y >= 0 && x < width && y < height) data[Math.round(y) * width + Math.round(x)] = 1
    },
  }
}

function box(page: ReturnType<typeof paper>, left: number, top: number): void {
  for (let at = 0; at < side; at++) {
    for (const thick of [0, 1]) {
      page.ink(left + at, top + thick)
      page.ink(left + at, top + side - 1 - thick)
      page.ink(left + thick, top + at)
      page.ink(left + side - 1 - thick, top + at)
    }
  }
}

/** A stroke as thick as a pen. */
function stroke(page: ReturnType<typeof paper>, [x1, y1]: [number, number], [x2, y2]: [number, number]): void {
  for (let step = 0; step <= 200; step++) {
    for (let across = -2; across <= 2; across++) page.ink(x1 + ((x2 - x1) * step) / 200 + across, y1 + ((y2 - y1) * step) / 200)
  }
}

/** Within three pixels. */
const isAbout = (found: { x: number; y: number; width: number; height: number }, x: number, y: number) =>
  Math.max(...[found.x - x, found.y - y, found.width - side, found.height - side].map(Math.abs)) <= 3

it('finds an empty box, and one that a cross leaves at all its corners', () => {
  const page = paper()
  box(page, 20, 30)
  box(page, 120, 30)
  stroke(page, [114, 25], [154, 63])
  stroke(page, [154, 25], [114, 63])
  const found = findTickBoxes(page, dpi).sort((a, b) => a.x - b.x)
  expect(found).toHaveLength(2)
  expect(found[0]!.ink).toBe(0)
  expect(isAbout(found[0]!, 20, 30)).toBe(true)
  expect(isAbout(found[1]!, 120, 30)).toBe(true)
  expect(found[1]!.ink).toBeGreaterThan(0.2)
})

it('finds a box wherever it stands, and in no place without one', () => {
  fc.assert(
    fc.property(fc.integer({ min: 3, max: 160 }), fc.integer({ min: 3, max: 80 }), (x, y) => {
      const page = paper()
      expect(findTickBoxes(page, dpi)).toEqual([])
      box(page, x, y)
      const found = findTickBoxes(page, dpi)
      expect(found.map(one => [one.ink, isAbout(one, x, y)])).toEqual([[0, true]])
    }),
    { numRuns: 40 },
  )
})

/** A ring as wide as a box, drawn with a line of two pixels. */
function ring(page: ReturnType<typeof paper>, left: number, top: number): void {
  for (let step = 0; step < 720; step++) {
    const angle = (step * Math.PI) / 360
    for (const radius of [side / 2 - 0.5, side / 2 - 1.5])
      page.ink(left + (side - 1) / 2 + radius * Math.cos(angle), top + (side - 1) / 2 + radius * Math.sin(angle))
  }
}

it('finds rings, empty or with a dot, and neither discs nor boxes', () => {
  const page = paper()
  ring(page, 20, 30)
  ring(page, 70, 30)
  box(page, 120, 30)
  for (let y = 0; y < 9; y++) for (let x = 0; x < 9; x++) page.ink(80 + x, 40 + y)
  for (let y = -14; y < 14; y++) for (let x = -14; x < 14; x++) if (x * x + y * y < 190) page.ink(170 + x, 45 + y)
  const found = findTickRings(page, dpi)
  expect(found.map(one => [isAbout(one, 20, 30), isAbout(one, 70, 30), one.ink > 0.1, one.round])).toEqual([
    [true, false, false, true],
    [false, true, true, true],
  ])
})

it.each([
  ['a box', box, false],
  ['a ring', ring, true],
])('finds %s that is drawn all over where one like it is expected, and none elsewhere', (_, draw, round) => {
  const page = paper()
  draw(page, 60, 40)
  for (let turn = 0; turn < 4; turn++) stroke(page, [54, 38 + turn * 9], [94, 46 + turn * 6])
  const like = { x: 65, y: 36, width: side, height: side }
  const found = frameAt(page, like, round, dpi)!
  expect(isAbout(found, 60, 40)).toBe(true)
  expect(found.ink).toBeGreaterThan(0.1)
  expect(frameAt(page, { ...like, x: 140 }, round, dpi)).toBeNull()
})

it('expects a box that was drawn over as far from its word as the field’s others stand from theirs', () => {
  const word = (text: string, x: number) => ({ text, x, y: 1, width: 0.5, height: 0.12, confidence: 1, line: 1 })
  const words = [word('Inner', 1), word('Outer', 2), word('Yard', 3)]
  const boxes = [0.8, 1.8].map(x => ({ x, y: 0.98, width: 0.15, height: 0.16, ink: 0 }))
  const asked: number[][] = []
  const look = (like: MarkedBox) => {
    asked.push([like.x, like.y])
    return { ...like, ink: 0.5 }
  }
  const labels = ['Inner', 'Outer', 'Yard']
  const found = overdrawnBoxes(labels, words, boxes, null, look)
  expect(asked).toEqual([[expect.closeTo(2.8), expect.closeTo(0.98)]])
  expect(ticksBeside(labels, words, [...boxes, ...found]).ticked.map(tick => tick.words)).toEqual(['Yard'])
  // Where the others stand in different ways, nothing is expected anywhere; nor where none was found, or all.
  expect(overdrawnBoxes(labels, words, [boxes[0]!, { ...boxes[1]!, x: 1.6 }], null, look)).toEqual([])
  for (const some of [[], [...boxes, ...found]]) expect(overdrawnBoxes(labels, words, some, null, look)).toEqual([])
})

it('tells a box that stands alone, or was read as a word of its own, from a letter of a word', () => {
  const word = (text: string, x: number, width: number) => ({ text, x, y: 1, width, height: 0.15, confidence: 1, line: 1 })
  const box = (x: number) => ({ x, y: 1, width: 0.14, height: 0.15, ink: 0 })
  const boxes = [box(1.02), box(2.02), box(3)]
  expect(boxesAlone(boxes, [word('BOND', 1, 0.6), word('[_]', 2, 0.18)])).toEqual(boxes.slice(1))
})
