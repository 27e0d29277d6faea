import type { Word } from '../model/evidence'

/** Below these mean surenesses a page was read poorly, or lost. Good print is read with 0.96. */
const [poorBelow, lostBelow] = [0.9, 0.87]
/** Below this resolution letters have so few pixels that one is mistaken for another surely: less doubt is enough. */
const [fewPixels, poorOfFew] = [170, 0.94]
/** A word of which no letter was seen is believed so far. */
const guessed = 0.5
/** So many times as much was read where the lines of a second reading are the better ones. */
const muchMore = 1.5
/** A page with fewer words may have more than were seen. */
const fewWords = 8
/** How much of a word's box must lie in another's for both to be the same word. */
const sameShare = 0.5
/** What only the other reading saw is believed from here on. */
const believed = 0.8

/** Whether the reading of a page of this resolution leaves doubt: its words unsure in the mean, by letters, or hardly any. */
export const isPoor = (words: readonly Word[], dpi: number): boolean =>
  words.length < fewWords || sureness(words) < (dpi < fewPixels ? poorOfFew : poorBelow)

/** Whether nothing of a page was read, or most of it by guessing. */
export const isLost = (words: readonly Word[]): boolean => sureness(words) < lostBelow

/**
 * Of two readings of a page the more certain, word by word: the order and the lines of the first, unless the second has much more;
 * its words with the other's text where that is surer, and what the other alone saw.
 */
export function surer(first: readonly Word[], second: readonly Word[]): Word[] {
  const [base, other] = muchMore * certainty(first) >= certainty(second) ? [first, second] : [second, first]
  const used = new Set<Word>()
  const words = base.map(word => {
    const same = other.filter(candidate => share(word, candidate) >= sameShare || share(candidate, word) >= sameShare)
    same.forEach(candidate => used.add(candidate))
    const [only] = same
    return only && same.length === 1 && only.confidence > word.confidence && share(only, word) >= sameShare
      ? { ...word, text: only.text, confidence: only.confidence }
      : word
  })
  return withMissed(
    words,
    other.filter(word => !used.has(word)),
  )
}

/** Words with what they lack, where that was read surely: in the line at its height, or in one of its own at the end. */
export const withMissed = (words: readonly Word[], missed: readonly Word[]): Word[] =>
  missed.filter(word => word.confidence >= believed).reduce<Word[]>(placed, [...words])

/** What was read, in letters; what was read by guessing counts against it. */
const certainty = (words: readonly Word[]) => words.reduce((sum, word) => sum + (word.confidence - guessed) * word.text.length, 0)

/** Mean sureness by letters, 0 to 1; 0 without any. */
function sureness(words: readonly Word[]): number {
  const letters = words.reduce((sum, word) => sum + word.text.length, 0)
  return letters === 0 ? 0 : words.reduce((sum, word) => sum + word.confidence * word.text.length, 0) / letters
}

/** How much of a word's box lies in another's. */
function share(word: Word, other: Word): number {
  const width = Math.min(word.x + word.width, other.x + other.width) - Math.max(word.x, other.x)
  const height = Math.min(word.y + word.height, other.y + other.height) - Math.max(word.y, other.y)
  return width <= 0 || height <= 0 ? 0 : (width * height) / (word.width * word.height)
}

function placed(words: Word[], word: Word): Word[] {
  const middle = word.y + word.height / 2
  const level = words.filter(one => one.y <= middle && middle <= one.y + one.height)
  const left = level.filter(one => one.x < word.x)
  const beside = left.length ? left.reduce((near, one) => (one.x > near.x ? one : near)) : level[0]
  if (!beside) {
    const next = (of: (one: Word) => number | undefined) => Math.max(-1, ...words.map(one => of(one) ?? -1)) + 1
    return [...words, { ...word, line: next(one => one.line), paragraph: next(one => one.paragraph), block: next(one => one.block) }]
  }
  const { line, paragraph, block } = beside
  const at = words.indexOf(beside) + (left.length ? 1 : 0)
  return words.toSpliced(at, 0, {
    ...word,
    line,
    ...(paragraph === undefined ? {} : { paragraph }),
    ...(block === undefined ? {} : { block }),
  })
}
