import { describe, expect, it } from 'vitest'
import { findComponents } from '../../core/raster/components'
import type { Grey } from '../../core/raster/image'
import { findFinders } from '../../core/raster/finders'
import { findInk } from '../../core/raster/ink'
import { adaptiveMono, fixedMono } from '../../core/raster/mono'
import { findSymbols } from '../../core/raster/symbols'
import { findSkew } from '../../core/raster/skew'
import { straighten, straightenedArea } from '../../core/raster/turn'
import { disc, draw, page } from './pixels'

const dpi = 200
const maxInk = 0.00001

/** A light mark whose edges run out softly, as ink that comes through paper does. */
function soft(image: Grey, x: number, y: number, size: number, depth: number): Grey {
  for (let row = 0; row < size; row++) {
    for (let column = 0; column < size; column++) {
      const edge = Math.min(row, column, size - row, size - column) / 8
      const at = (y + row) * image.width + x + column
      image.data[at] = image.data[at]! * (1 - depth * Math.min(1, edge))
    }
  }
  return image
}

describe('ink that a reader would see', () => {
  it.each<[string, (image: Grey) => Grey]>([
    ['nothing', image => image],
    ['grey paper', () => page(196)],
    ['punch holes', image => draw(draw(image, 70, 830, 46, 46, 60, disc(23)), 70, 1460, 46, 46, 60, disc(23))],
    ["a staple's shadow", image => draw(image, 60, 50, 70, 70, 80, (x, y) => Math.abs(x - y) < 3)],
    ['a feeder streak', image => draw(image, 700, 0, 3, 2339, 150)],
    ['a broken feeder streak', image => draw(image, 700, 0, 2, 2339, 150, (_, y) => y % 400 < 360)],
    [
      'specks of dust',
      image =>
        [
          [300, 300],
          [900, 1200],
          [1200, 400],
          [500, 2000],
          [1400, 1800],
        ].reduce((to, [x, y]) => draw(to, x!, y!, 5, 5, 40, disc(2.5)), image),
    ],
    ['a dark border', image => draw(image, 0, 0, 14, 2339, 70)],
    ['see-through of the other side', image => soft(soft(image, 300, 400, 200, 0.24), 800, 900, 120, 0.2)],
  ])('%s is blank', (_, change) => {
    expect(findInk(change(page()), dpi).ink).toBeLessThanOrEqual(maxInk)
  })

  it.each<[string, (image: Grey) => Grey]>([
    ['a lone small 7', image => draw(draw(image, 820, 2200, 10, 3, 40), 826, 2203, 3, 14, 40)],
    ['a faint pencil line', image => draw(image, 300, 500, 240, 3, 196)],
    ['a short upright stroke', image => draw(image, 800, 1000, 4, 60, 60)],
  ])('%s is not', (_, change) => {
    expect(findInk(change(page()), dpi).ink).toBeGreaterThan(maxInk)
  })

  it('measures a known share', () => {
    const { ink } = findInk(draw(page(), 400, 400, 500, 500, 30), dpi)
    expect(ink).toBeCloseTo(250000 / (1654 * 2339), 3)
  })
})

it('finds connected ink through corners and branches', () => {
  const rows = ['##..#', '..#.#', '....#', '#...#', '#####']
  const data = Uint8Array.from(rows.join(''), letter => (letter === '#' ? 1 : 0))
  const parts = findComponents({ width: 5, height: 5, data })
  expect(parts.count).toBe(2)
  expect([...parts.area].sort()).toEqual([10, 3].sort())
})

describe('straightening', () => {
  const lines = () => {
    const image = page()
    for (let line = 0; line < 40; line++) {
      for (let word = 0; word < 12; word++) draw(image, 200 + word * 104, 250 + line * 46, 40 + ((word * 37 + line * 13) % 50), 18, 30)
    }
    return image
  }

  it.each([-2.5, -1.3, -0.4, 0, 0.2, 0.9, 2.5])('finds %d° to within 0.1°', degrees => {
    // Turning the page the other way makes it askew by as much.
    const askew = straighten({ ...lines(), channels: 1 }, -degrees, [240])
    expect(Math.abs(findSkew(fixedMono(askew, 0.5), dpi) - degrees)).toBeLessThan(0.1)
  })

  it('says 0 of a page without lines', () => {
    expect(findSkew(fixedMono(draw(page(), 700, 900, 200, 200, 20, disc(100)), 0.5), dpi)).toBe(0)
  })
})

it('makes mono from unevenly lit paper: text stays, shadow goes', () => {
  const image = page()
  for (let y = 0; y < image.height; y++)
    for (let x = 0; x < image.width; x++) image.data[y * image.width + x]! -= Math.round((x / image.width) * 110)
  draw(image, 1400, 1000, 60, 12, 60)
  draw(image, 100, 1000, 60, 12, 90)
  const { data } = adaptiveMono(image, dpi, 0.5)
  expect(data[1006 * 1654 + 1430]).toBe(1)
  expect(data[1006 * 1654 + 130]).toBe(1)
  expect(data.reduce((sum, value) => sum + value, 0)).toBe(2 * 60 * 12)
})

describe('symbols that no reader could read', () => {
  const places = (image: Grey) =>
    findSymbols(image, dpi)
      .places.filter(place => place.certain)
      .map(({ kind, area }) => `${kind} ${Math.round(area.x / 50)} ${Math.round(area.y / 50)}`)

  it('are seen as bars, upright, lying or leaning', () => {
    const bars = draw(page(), 900, 100, 360, 90, 20, x => (x * 7) % 31 < 14)
    expect(places(bars)).toEqual(['bars 18 2'])
    expect(places(draw(page(), 900, 100, 90, 360, 20, (_, y) => (y * 7) % 31 < 14))).toEqual(['bars 18 2'])
    const [leaning] = findSymbols(
      straighten({ ...draw(page(), 700, 1000, 360, 110, 20, x => (x * 7) % 31 < 14), channels: 1 as const }, -3, [255]),
      dpi,
    ).places
    expect(leaning!.kind).toBe('bars')
    expect(Math.abs(leaning!.degrees - 3)).toBeLessThan(1.5)
  })

  it('are seen as a matrix', () => {
    expect(places(draw(page(), 300, 700, 120, 120, 20, (x, y) => ((x >> 2) * 7 + (y >> 2) * 13 + (x >> 2) * (y >> 2)) % 5 < 2))).toEqual([
      'matrix 6 14',
    ])
  })

  it('are not seen in a ruled table or in rows of words', () => {
    const table = page()
    for (let column = 0; column < 9; column++) draw(table, 200 + column * 130, 300, 3, 700, 20)
    for (let row = 0; row < 12; row++) draw(table, 200, 300 + row * 60, 1040, 3, 20)
    for (let row = 0; row < 11; row++)
      for (let word = 0; word < 60; word++)
        draw(table, 210 + word * 17, 320 + row * 60, 9, 16, 20, (x, y) => (x * 3 + y * 5 + word) % 7 < 3)
    expect(places(table)).toEqual([])
  })
})

describe('a QR code that does not read', () => {
  const modules = 25
  /** A symbol of 4-pixel modules at this place: three corner patterns, chance between them. */
  function symbol(image: Grey, left: number, top: number, corners: number): Grey {
    const finder = (x: number, y: number) =>
      Math.max(Math.abs(x - 3), Math.abs(y - 3)) !== 2 && Math.max(Math.abs(x - 3), Math.abs(y - 3)) < 4
    const at = [
      [0, 0],
      [modules - 7, 0],
      [0, modules - 7],
    ].slice(0, corners)
    return draw(image, left, top, modules * 4, modules * 4, 20, (x, y) => {
      const [column, row] = [x >> 2, y >> 2]
      const corner = [
        [0, 0],
        [modules - 7, 0],
        [0, modules - 7],
      ].find(([cx, cy]) => column >= cx! - 1 && column < cx! + 8 && row >= cy! - 1 && row < cy! + 8)
      if (corner)
        return at.includes(corner) || at.some(one => one[0] === corner[0] && one[1] === corner[1])
          ? finder(column - corner[0]!, row - corner[1]!)
          : false
      return (column * 7 + row * 13 + column * row) % 3 === 0
    })
  }

  it.each([2, 3])('is seen by %i of its corners', corners => {
    const [place] = findFinders(fixedMono(symbol(page(), 300, 700, corners), 0.5))
    expect(Math.abs(place!.x - 300) + Math.abs(place!.y - 700)).toBeLessThan(12)
    expect(place!.width).toBeGreaterThan(90)
  })

  it('is not seen in tick boxes, one of them filled, or in a lone square', () => {
    const boxes = [0, 1, 2].reduce(
      (to, at) =>
        draw(
          to,
          300 + at * 150,
          500,
          28,
          28,
          20,
          (x, y) => x < 3 || y < 3 || x > 24 || y > 24 || (at === 1 && x > 7 && x < 20 && y > 7 && y < 20),
        ),
      page(),
    )
    expect(findFinders(fixedMono(boxes, 0.5))).toEqual([])
    expect(findFinders(fixedMono(symbol(page(), 300, 700, 1), 0.5))).toEqual([])
  })
})

it('does not take a round letter of a heading for a punch hole, be it a ring', () => {
  const ring = (x: number, y: number) => disc(18)(x, y) && Math.hypot(x - 18, y - 18) > 12
  const alone = draw(page(), 694, 114, 36, 36, 40, ring)
  expect(findInk(alone, dpi).holes).toHaveLength(1)
  const lettered = draw(draw(page(), 694, 114, 36, 36, 40, ring), 738, 114, 8, 36, 40)
  expect(findInk(lettered, dpi, ['holes']).holes).toEqual([])
  // A hole that was punched beside print is a hole.
  const punched = draw(draw(page(), 694, 114, 36, 36, 40, disc(18)), 738, 114, 8, 36, 40)
  expect(findInk(punched, dpi).holes).toHaveLength(1)
})

it('does not take the stroke of a large letter for a staple', () => {
  const stroke = () => draw(page(), 120, 100, 8, 56, 40)
  expect(findInk(stroke(), dpi).holes).toHaveLength(1)
  expect(findInk(draw(stroke(), 138, 118, 30, 38, 40), dpi, ['holes']).holes).toEqual([])
})

it('knows punch holes, and where they lie once their page is straight', () => {
  const degrees = 1.7
  const image = draw(draw(page(), 70, 838, 46, 46, 40, disc(23)), 74, 1468, 46, 46, 40, disc(23))
  draw(image, 400, 1000, 700, 12, 40)
  const { holes } = findInk(image, dpi)
  expect(holes).toHaveLength(2)
  const straight = straighten({ ...image, channels: 1 }, degrees, [240])
  const there = holes.map(hole => straightenedArea(hole, degrees, image))
  let [inside, outside] = [0, 0]
  straight.data.forEach((level, at) => {
    const [x, y] = [at % straight.width, Math.floor(at / straight.width)]
    if (level > 120 || x > 300) return
    const within = there.some(one => x >= one.x - 2 && x < one.x + one.width + 2 && y >= one.y - 2 && y < one.y + one.height + 2)
    if (within) inside++
    else outside++
  })
  expect([inside > 3000, outside]).toEqual([true, 0])
})
