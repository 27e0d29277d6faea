import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'
import { letters } from '../text/labelPlaces'
import { linesOf, textOf } from '../text/lines'
import { phraseOf } from '../text/phrase'

/** How far a label stands from its value at most, beside it and above it, in inches. */
const furthest = 3
const above = 0.45

const middle = (box: Box) => box.y + box.height / 2

/** The phrase around a word, where it may be a label. */
function labelAround(line: readonly Word[], at: number): Word[] | null {
  const phrase = phraseOf(line, at)
  return phrase.length <= 5 && phrase.some(word => letters(word.text).length > 1) ? phrase : null
}

/** What is printed before a value on its line, and what right above it, as they were read: either may be its label. */
export function labelsBeside(words: readonly Word[], value: Box): string[] {
  const before = words
    .filter(word => word.x + word.width <= value.x + 0.02 && Math.abs(middle(word) - middle(value)) < value.height * 0.8)
    .filter(word => value.x - word.x - word.width < furthest)
    .sort((a, b) => a.x - b.x)
  const over = linesOf(words)
    .map(line => ({ line, at: line.findIndex(word => word.x < value.x + value.width && word.x + word.width > value.x) }))
    .filter(({ line, at }) => at >= 0 && gapBelow(line[at]!, value) >= -0.02 && gapBelow(line[at]!, value) < above)
    .sort((a, b) => b.line[b.at]!.y - a.line[a.at]!.y)[0]
  const phrases = [before.length ? labelAround(before, before.length - 1) : null, over ? labelAround(over.line, over.at) : null]
  return phrases.flatMap(phrase => (phrase ? [labelText(phrase)] : []))
}

const gapBelow = (word: Word, value: Box) => value.y - word.y - word.height
const labelText = (words: readonly Word[]) => textOf(words).replace(/^[^\p{L}\p{N}]+|[:.,\s]+$/gu, '')

/** Whether one text is another with a few letters read otherwise. Levenshtein's distance, at most a quarter of the letters. */
export function readsLike(one: string, other: string): boolean {
  const [a, b] = [letters(one), letters(other)]
  if (a === '' || b === '') return false
  let row = Array.from({ length: b.length + 1 }, (_, at) => at)
  for (let i = 1; i <= a.length; i++) {
    const next = [i]
    for (let j = 1; j <= b.length; j++) next[j] = Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + Number(a[i - 1] !== b[j - 1]))
    row = next
  }
  return row[b.length]! <= Math.max(1, Math.floor(Math.min(a.length, b.length) / 4))
}
