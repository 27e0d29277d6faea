import { describe, expect, it } from 'vitest'
import { findInk } from '../../core/raster/ink'
import { contrastOf, cutSides } from '../../core/raster/measures'
import type { Grey } from '../../core/raster/image'
import { draw, page } from './pixels'

const dpi = 200
const inkOf = (image: Grey) => findInk(image, dpi, []).content
/** Lines of letters, from a place on. */
const print = (image: Grey, level: number, x = 400, y = 500) => {
  for (let line = 0; line < 20; line++)
    for (let at = x; at < Math.min(image.width - 12, x + 600); at += 18) draw(image, at, y + line * 40, 12, 16, level)
  return image
}

describe('the contrast of a page', () => {
  it('is how much darker print is than paper, in grey as in colour', () => {
    const image = print(page(200), 50)
    expect(contrastOf({ ...image, channels: 1 }, inkOf(image))).toBeCloseTo(0.75, 1)
    const data = Uint8Array.from({ length: image.data.length * 3 }, (_, at) => image.data[Math.floor(at / 3)]!)
    expect(contrastOf({ ...image, channels: 3, data }, inkOf(image))).toBeCloseTo(0.75, 1)
    const faint = print(page(200), 150)
    expect(contrastOf({ ...faint, channels: 1 }, inkOf(faint))).toBeCloseTo(0.25, 1)
  })

  it('is none where nothing is printed', () => {
    const image = page()
    expect(contrastOf({ ...image, channels: 1 }, { ...image, data: new Uint8Array(image.data.length) })).toBe(0)
  })
})

describe('print that runs over an edge', () => {
  const cut = (image: Grey, degrees: 0 | 90 | 180 | 270 = 0) => cutSides(findInk(image, dpi).atEdge, image, dpi, degrees)
  const low = () => print(page(), 30, 400, page().height - 40 * 20 + 24)

  it('is told by the side', () => {
    expect(cut(print(page(), 30))).toEqual([])
    expect(cut(print(page(), 30, 0))).toEqual(['left'])
    expect(cut(print(page(), 30, page().width - 608))).toEqual(['right'])
    expect(cut(low())).toEqual(['bottom'])
  })

  it('is told as the page lies once it is turned', () => {
    expect(cut(low(), 90)).toEqual(['left'])
    expect(cut(low(), 180)).toEqual(['top'])
    expect(cut(low(), 270)).toEqual(['right'])
  })

  it('is not told of lines and shadows that run to the edge', () => {
    const image = page()
    for (const y of [500, 700, 900, 1100]) draw(image, 0, y, image.width, 4, 30)
    expect(cut(draw(image, 0, 0, 30, image.height, 60))).toEqual([])
  })
})
