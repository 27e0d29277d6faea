import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { decided, isHidden, patternPlaces, wordsBeside } from '../../core/text/redact'
import { turnedBox } from '../../core/text/turnedBox'

/** A line of words that begin at these places, each letter a tenth of an inch less a gap wide. */
const line = (words: Record<number, string>, y = 1, number = 0): Word[] =>
  Object.entries(words)
    .map(([x, text]) => ({
      text,
      x: Number(x),
      y,
      width: text.length * 0.08,
      height: 0.12,
      confidence: 1,
      line: number,
    }))
    .sort((a, b) => a.x - b.x)

const account = ['\\b\\d{2}-\\d{2}-\\d{2}\\b']
const left = (words: readonly Word[], patterns: readonly string[]) =>
  wordsBeside(words, patternPlaces(words, patterns)).map(word => word.text)

it('hides every place that fits, and no other word', () => {
  const words = line({ 1: 'Pay', 1.4: '30-12-99', 2.3: 'and', 2.7: '30-12-98', 4: 'soon' })
  expect(patternPlaces(words, account)).toHaveLength(2)
  expect(left(words, account)).toEqual(['Pay', 'and', 'soon'])
})

it('hides what the reading split, and what it put into two lines though it stands on one', () => {
  const split = line({ 1: 'Pay', 1.4: '30-12-', 1.9: '99', 3: 'soon' })
  expect(left(split, account)).toEqual(['Pay', 'soon'])
  const lines = [...line({ 1: 'Pay', 1.4: '30-12-' }, 1, 0), ...line({ 1.9: '99', 3: 'soon' }, 1.01, 1)]
  expect(left(lines, account)).toEqual(['Pay', 'soon'])
})

it('leaves numbers of two columns that only together would fit', () => {
  expect(left(line({ 1: '1234', 3: '5678' }), ['\\b\\d{8}\\b'])).toEqual(['1234', '5678'])
})

it('a person’s boxes come besides, and what they show after all is not black', () => {
  const found = [
    { x: 1, y: 1, width: 1, height: 0.2, by: 'highlighter' as const },
    { x: 1, y: 3, width: 1, height: 0.2, by: 'pattern' as const },
  ]
  const said = { add: [{ x: 4, y: 4, width: 1, height: 1 }], show: [{ x: 1.05, y: 1.01, width: 1, height: 0.2 }] }
  expect(decided(found, null)).toEqual(found)
  expect(decided(found, said)).toEqual([found[1], { ...said.add[0], by: 'person' }])
})

it('a value is hidden where it was read, or where it says nothing but what stands there', () => {
  const word = { text: '04-217', x: 1, y: 1, width: 0.5, height: 0.1, confidence: 1, line: 0 }
  const hidden = [{ x: 0.9, y: 0.9, width: 1, height: 0.3 }]
  expect(isHidden({ value: '99', page: 2, box: { x: 1, y: 1, width: 0.5, height: 0.1 } }, 2, hidden, [])).toBe(true)
  expect(isHidden({ value: '99', page: 3, box: { x: 1, y: 1, width: 0.5, height: 0.1 } }, 2, hidden, [])).toBe(false)
  expect(isHidden({ value: '04217' }, 2, hidden, [word])).toBe(true)
  expect(isHidden({ value: '8' }, 2, hidden, [word])).toBe(false)
})

it('a box turns with its page, and comes back after four quarters', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 7, noNaN: true }), fc.double({ min: 0, max: 10, noNaN: true }), (x, y) => {
      const box = { x, y, width: 1, height: 0.5 }
      let [turned, width, height] = [box, 8, 11]
      for (let times = 0; times < 4; times++) {
        ;[width, height] = [height, width]
        turned = turnedBox(turned, 90, width, height)
      }
      for (const key of ['x', 'y', 'width', 'height'] as const) expect(turned[key]).toBeCloseTo(box[key], 9)
    }),
  )
  expect(turnedBox({ x: 1, y: 2, width: 3, height: 4 }, 90, 11, 8)).toEqual({ x: 5, y: 1, width: 4, height: 3 })
})
