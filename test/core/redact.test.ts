import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { patternPlaces, wordsBeside } from '../../core/text/redact'

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
