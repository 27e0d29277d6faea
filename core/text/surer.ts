import type { Word } from '../model/evidence'

/** Below this mean sureness a page was read poorly. */
const poorBelow = 0.87
/** A page with fewer words may have more than were seen. */
const fewWords = 8
/** How much of a word's box must lie in another's for both to be the same word. */
const sameShare = 0.5
/** What only the other reading saw is believed from here on. */
const believed = 0.8

/** Whether a page's reading leaves doubt: its words unsure in the mean, by letters, or hardly any. */
export function isPoor(words: readonly Word[]): boolean {
  return words.length < fewWords || certainty(words) < poorBelow * words.reduce((sum, word) => sum + word.text.length, 0)
}

/**
 * Of two readings of a page the more certain, word by word: the order and the lines of the one that is surer in all, its words
 * with the other's text where that is surer, and what the other alone saw.
 */
export function surer(one: readonly Word[], two: readonly Word[]): Word[] {
  const [base, other] = certainty(one) >= certainty(two) ? [one, two] : [two, one]
  const used = new Set<Word>()
  const words = base.map(word => {
    const same = other.filter(candidate => share(word, candidate) >= sameShare || share(candidate, word) >= sameShare)
    same.forEach(candidate => used.add(candidate))
    const [only] = same
    return only && same.length === 1 && only.confidence > word.confidence && share(only, word) >= sameShare
      ? { ...word, text: only.text, confidence: only.confidence }
      : word
  })
  const missed = other.filter(word => !used.has(word) && word.confidence >= believed)
  return missed.reduce<Word[]>(placed, words)
}

const certainty = (words: readonly Word[]) => words.reduce((sum, word) => sum + word.confidence * word.text.length, 0)

/** How much of a word's box lies in another's. */
function share(word: Word, other: Word): number {
  const width = Math.min(word.x + word.width, other.x + other.width) - Math.max(word.x, other.x)
  const height = Math.min(word.y + word.height, other.y + other.height) - Math.max(word.y, other.y)
  return width <= 0 || height <= 0 ? 0 : (width * height) / (word.width * word.height)
}

/** The words with one more: in the line at its height, or in one of its own at the end. */
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
