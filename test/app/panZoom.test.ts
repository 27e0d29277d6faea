import fc from 'fast-check'
import { expect, it } from 'vitest'
import { fitted, pinched, zoomed, type Point, type View } from '../../app/components/parts/panZoom'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const point = fc.record({ x: number(0, 1000), y: number(0, 800) })
const view = fc.record({ scale: number(0.3, 2), left: number(-500, 500), top: number(-500, 500) })
/** The place of the picture that lies here. */
const under = ({ scale, left, top }: View, { x, y }: Point) => ({ x: (x - left) / scale, y: (y - top) / scale })
const expectNear = (one: Point, other: Point) => {
  expect(one.x).toBeCloseTo(other.x, 5)
  expect(one.y).toBeCloseTo(other.y, 5)
}

it('what lies under the cursor stays there, however near one comes', () => {
  fc.assert(
    fc.property(view, point, number(0.01, 50), (before, at, factor) =>
      expectNear(under(zoomed(before, factor, at), at), under(before, at)),
    ),
  )
  expect([
    zoomed({ scale: 1, left: 0, top: 0 }, 100, { x: 0, y: 0 }).scale,
    zoomed({ scale: 1, left: 0, top: 0 }, 0.001, { x: 0, y: 0 }).scale,
  ]).toEqual([6, 0.1])
})

it('what two fingers hold stays under both', () => {
  fc.assert(
    fc.property(view, point, point, number(0.5, 2), point, (before, one, other, factor, to) => {
      fc.pre(Math.hypot(one.x - other.x, one.y - other.y) > 20)
      // Moved, and drawn apart along the line between them.
      const moved = (of: Point) => ({ x: to.x + (of.x - one.x) * factor, y: to.y + (of.y - one.y) * factor })
      const after = pinched(before, [one, other], [moved(one), moved(other)])
      expectNear(under(after, moved(one)), under(before, one))
      expectNear(under(after, moved(other)), under(before, other))
    }),
  )
})

it('shows all of a picture in the middle', () => {
  expect(fitted({ width: 600, height: 400 }, { width: 1000, height: 2000 })).toEqual({ scale: 0.2, left: 200, top: 0 })
  expect(fitted({ width: 600, height: 400 }, { width: 1200, height: 400 })).toEqual({ scale: 0.5, left: 0, top: 100 })
})
