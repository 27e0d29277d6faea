import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'
import { patternOf } from '../pattern/pattern'
import { boxOf } from './exports'
import { levelLines } from './geometry'
import { linesOf } from './lines'

/** How much of a word a redaction must cover to take it with it. */
const leastCovered = 0.25

/** Words that no redaction covers. */
export const wordsBeside = <W extends Word>(words: readonly W[], hidden: readonly Box[]): W[] =>
  words.filter(word => !hidden.some(box => covered(word, box) >= leastCovered))

function covered(word: Box, box: Box): number {
  const across = Math.min(word.x + word.width, box.x + box.width) - Math.max(word.x, box.x)
  const down = Math.min(word.y + word.height, box.y + box.height) - Math.max(word.y, box.y)
  return across <= 0 || down <= 0 ? 0 : (across * down) / Math.max(1e-6, word.width * word.height)
}

/** Places whose words fit one of the patterns, in the lines of the reading and as they stand on the page. */
export function patternPlaces(words: readonly Word[], patterns: readonly string[]): Box[] {
  const places: Box[] = []
  const hidden = new Set<Word>()
  for (const line of [...linesOf(words), ...levelLines(words)]) {
    for (const pattern of patterns) {
      for (const found of matchesOf(line, pattern)) {
        if (found.every(word => hidden.has(word))) continue
        found.forEach(word => hidden.add(word))
        places.push(boxOf(found))
      }
    }
  }
  return places
}

/** The words of every place where the pattern fits a line. */
function matchesOf(line: readonly Word[], pattern: string): Word[][] {
  const text = line.map(word => word.text).join(' ')
  const matches: Word[][] = []
  for (let from = 0; from <= text.length;) {
    const fit = patternOf(pattern).exec(text.slice(from))
    if (!fit) break
    const [start, end] = [from + fit.index, from + fit.index + fit.text.length]
    let at = 0
    const found = line.filter(word => {
      const begins = at
      at += word.text.length + 1
      return begins < end && begins + word.text.length > start
    })
    if (found.length && fit.text) matches.push(found)
    // What begins inside a match is hidden with it.
    from = Math.max(end, from + 1)
  }
  return matches
}
