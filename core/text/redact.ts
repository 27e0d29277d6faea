import type { Redaction, Word } from '../model/evidence'
import type { ByHand } from '../model/redaction'
import type { Box } from '../model/zone'
import { patternOf } from '../pattern/pattern'
import { boxOf } from './exports'
import { levelLines } from './geometry'
import { linesOf } from './lines'

/** How much of a word a redaction must cover to take it with it. */
const leastCovered = 0.25

/** What is blacked out of what the machine found, and of what a person decided. */
export const decided = (found: readonly Redaction[], byHand: Pick<ByHand, 'add' | 'show'> | null): Redaction[] =>
  byHand
    ? [
        ...found.filter(one => !byHand.show.some(shown => sameBox(one, shown))),
        ...byHand.add.map(box => ({ ...box, by: 'person' as const })),
      ]
    : [...found]

/** Whether two boxes mean one place: each lies for the most part in the other. */
const sameBox = (a: Box, b: Box) => covered(a, b) > 0.5 && covered(b, a) > 0.5

/** Words without those that fit one of the patterns. */
export const withoutPatterns = (words: readonly Word[], patterns: readonly string[]): Word[] =>
  patterns.length ? wordsBeside(words, patternPlaces(words, patterns)) : [...words]

/** Whether a value was read under one of these boxes of a page, or says nothing but what stands there. */
export function isHidden(
  value: { value: string; page?: number | undefined; box?: Box | undefined },
  page: number,
  hidden: readonly Box[],
  words: readonly Word[],
): boolean {
  if (value.box) return value.page === page && hidden.some(box => covered(value.box!, box) >= leastCovered)
  const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')
  const under = plain(
    words
      .filter(word => hidden.some(box => covered(word, box) >= leastCovered))
      .map(word => word.text)
      .join(''),
  )
  const said = plain(value.value)
  return said.length > 1 && under.includes(said)
}

/** Words, or places of some, that no redaction covers. */
export const wordsBeside = <W extends Box>(words: readonly W[], hidden: readonly Box[]): W[] =>
  words.filter(word => !hidden.some(box => covered(word, box) >= leastCovered))

function covered(word: Box, box: Box): number {
  const across = Math.min(word.x + word.width, box.x + box.width) - Math.max(word.x, box.x)
  const down = Math.min(word.y + word.height, box.y + box.height) - Math.max(word.y, box.y)
  return across <= 0 || down <= 0 ? 0 : (across * down) / Math.max(1e-6, word.width * word.height)
}

/** Words nearer than this were one before the reading split them, in inches. */
const sameWord = 0.045

/** Places whose words fit one of the patterns, in the lines of the reading and as they stand on the page. */
export function patternPlaces(words: readonly Word[], patterns: readonly string[]): Box[] {
  const places: Box[] = []
  const hidden = new Set<Word>()
  const spaces = () => ' '
  const asPrinted = (before: Word, word: Word) => (word.x - (before.x + before.width) < sameWord ? '' : ' ')
  const ways = [...linesOf(words).map(line => [line, spaces] as const), ...levelLines(words).map(line => [line, asPrinted] as const)]
  for (const [line, between] of ways) {
    for (const pattern of patterns) {
      for (const found of matchesOf(line, pattern, between)) {
        if (found.every(word => hidden.has(word))) continue
        found.forEach(word => hidden.add(word))
        places.push(boxOf(found))
      }
    }
  }
  return places
}

/** The words of every place where the pattern fits a line. */
function matchesOf(line: readonly Word[], pattern: string, between: (before: Word, word: Word) => string): Word[][] {
  let text = ''
  const starts = line.map((word, at) => {
    if (at > 0) text += between(line[at - 1]!, word)
    const start = text.length
    text += word.text
    return start
  })
  const matches: Word[][] = []
  for (let from = 0; from <= text.length;) {
    const fit = patternOf(pattern).exec(text.slice(from))
    if (!fit) break
    const [start, end] = [from + fit.index, from + fit.index + fit.text.length]
    const found = line.filter((word, at) => starts[at]! < end && starts[at]! + word.text.length > start)
    if (found.length && fit.text) matches.push(found)
    // What begins inside a match is hidden with it.
    from = Math.max(end, from + 1)
  }
  return matches
}
