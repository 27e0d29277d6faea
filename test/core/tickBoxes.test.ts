import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Bitmap } from '../../core/raster/image'
import { findTickBoxes } from '../../core/raster/tickBoxes'

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
