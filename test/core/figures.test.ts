import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { figuresOn } from '../../core/raster/figures'
import { draw, page } from './pixels'

const dpi = 200
const word = (x: number, y: number, confidence = 0.95): Word => ({
  text: 'slipway',
  x: x / dpi,
  y: y / dpi,
  width: 140 / dpi,
  height: 24 / dpi,
  confidence,
  line: 0,
})
/** A page with lines of print, a photograph, a frame and a rule. */
function scan() {
  const image = page()
  const words: Word[] = []
  for (let line = 0; line < 12; line++) {
    for (let at = 0; at < 6; at++) {
      const [x, y] = [200 + at * 170, 300 + line * 44]
      words.push(word(x, y))
      draw(image, x, y, 140, 24, 40, (across, down) => across % 12 < 7 && down % 9 < 7)
    }
  }
  draw(image, 300, 1000, 500, 360, 120, (x, y) => (x * 7 + y * 3) % 11 > 2)
  draw(image, 200, 1500, 1100, 500, 40, (x, y) => x < 4 || y < 4 || x > 1095 || y > 495)
  draw(image, 200, 2100, 1200, 5, 40)
  return { image, words }
}

it('finds a photograph, and neither print nor frames nor rules', () => {
  const { image, words } = scan()
  const [found, ...others] = figuresOn(image, dpi, words)
  expect(others).toEqual([])
  expect(Math.abs(found!.x - 300) + Math.abs(found!.y - 1000)).toBeLessThan(24)
  expect(Math.abs(found!.width - 500) + Math.abs(found!.height - 360)).toBeLessThan(48)
})

it('is not cut by what was hardly read in it', () => {
  const { image, words } = scan()
  const doubtful = [word(400, 1100, 0.2), word(500, 1200, 0.3)]
  expect(figuresOn(image, dpi, [...words, ...doubtful])).toHaveLength(1)
})

it('finds nothing on an empty page, and takes no whole page for a picture', () => {
  expect(figuresOn(page(), dpi, [])).toEqual([])
  expect(figuresOn(draw(page(), 0, 0, 1654, 2339, 90), dpi, [])).toEqual([])
})

it('takes neither a shade nor a frame around words for a picture, but what is drawn beside them', () => {
  const image = page()
  const print = (x: number, y: number) => draw(image, x, y, 140, 24, 40, (across, down) => across % 12 < 7 && down % 9 < 7)
  // A table's head, and a stamp.
  draw(image, 200, 300, 1000, 70, 190)
  print(230, 325)
  print(700, 325)
  draw(image, 900, 600, 240, 90, 60, (x, y) => x < 7 || y < 7 || x > 232 || y > 82)
  print(950, 633)
  const words = [word(230, 325), word(700, 325), word(950, 633)]
  expect(figuresOn(image, dpi, words)).toEqual([])
  // The same without words, and with a signature in it.
  expect(figuresOn(image, dpi, [])).not.toEqual([])
  draw(image, 420, 310, 200, 50, 40, (x, y) => Math.abs(25 + 20 * Math.sin(x / 9) - y) < 3)
  expect(figuresOn(image, dpi, words)).toHaveLength(1)
})
