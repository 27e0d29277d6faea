import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'

/** How sure words must be, how much of the place's height and width they take, and the letters that they have together. */
const sure = 0.85
const leastHigh = 0.55
const leastWide = 0.85
const fewestLetters = 3

const shared = (from: number, size: number, otherFrom: number, otherSize: number) =>
  Math.max(0, Math.min(from + size, otherFrom + otherSize) - Math.max(from, otherFrom))

/**
 * Whether a place is a line of words in large type: they are read surely, and fill it. Of a code over which a label is stuck
 * more is left than the label's words cover.
 * @param words of the page, placed as the place is, in inches
 */
export function isPrint(place: Box, words: readonly Word[]): boolean {
  const filling = words.filter(
    word =>
      word.confidence >= sure &&
      /^[\p{L}\p{P}]+$/u.test(word.text) &&
      shared(word.y, word.height, place.y, place.height) >= leastHigh * place.height,
  )
  const letters = filling.reduce((sum, word) => sum + word.text.replace(/\P{L}/gu, '').length, 0)
  const wide = filling.reduce((sum, word) => sum + shared(word.x, word.width, place.x, place.width), 0)
  // The spaces between words are theirs.
  const from = Math.min(...filling.map(word => Math.max(word.x, place.x)))
  const end = Math.max(...filling.map(word => Math.min(word.x + word.width, place.x + place.width)))
  return letters >= fewestLetters && end - from >= leastWide * place.width && wide >= 0.6 * place.width
}
