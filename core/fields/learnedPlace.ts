import type { Word } from '../model/evidence'
import type { Field } from '../rubric/field'
import type { LearnedPlace } from '../model/learned'
import { centreInside, type Box } from '../model/zone'
import { patternOf } from '../pattern/pattern'
import { letters } from '../text/find'
import { linesOf, textOf } from '../text/lines'
import { withDigits } from '../text/repair'
import { checkValue } from './fieldValue'
import { kindOf } from './kinds'

export type Place = Omit<LearnedPlace, 'measured'>

/** By how much paper may lie otherwise than it did, in inches. */
const slack = { x: 0.15, y: 0.08 }
/** Words of one value stand no further apart, by the height of their letters. */
const widestGap = 1.6

const isApart = (one: Word, next: Word) => next.x - one.x - one.width > widestGap * Math.max(next.height, one.height)

/** What is looked over: a learned place, and the paper around it. */
export const around = ({ x, y, width, height }: Box): Box => ({
  x: x - slack.x,
  y: y - slack.y,
  width: width + 2 * slack.x,
  height: height + 2 * slack.y,
})

/** Words that stand in a learned place, with what belongs to them on their line; of each line the longest run first. */
function* runsAt(place: Place, words: readonly Word[]): Generator<readonly Word[]> {
  const zone = around(place.box)
  const print = new Set(['', ...(place.print ?? [])])
  // What ends so is the label of what follows.
  const isPrint = (word: Word) => print.has(letters(word.text)) || (word.text.endsWith(':') && place.ends !== ':')
  /** Whether a value would begin behind its own first words: they stand further left than any that was found there. */
  const isCut = (before: Word | undefined, begin: Word) =>
    before !== undefined && !isPrint(before) && !isApart(before, begin) && !centreInside(before, zone)
  for (const line of linesOf(words)) {
    for (const [at, begin] of line.entries()) {
      if (!centreInside(begin, zone) || isPrint(begin) || isCut(line[at - 1], begin)) continue
      const run = [begin]
      for (const word of line.slice(at + 1, at + place.words)) {
        const last = run.at(-1)!
        if (isApart(last, word) || (place.ends !== undefined && last.text.endsWith(place.ends))) break
        run.push(word)
      }
      for (let count = run.length; count > 0; count--) yield run.slice(0, count)
    }
  }
}

const isLike = (pattern: string, text: string) => patternOf(pattern).exec(text)?.text === text

/** What stands in a learned place: what the field takes as its value, else the first that is there; null where nothing is. */
export function valueAt(
  field: Field,
  place: Place,
  pages: readonly (readonly Word[])[],
  languages: readonly string[],
): { text: string; words: readonly Word[] } | null {
  let first: { text: string; words: readonly Word[] } | null = null
  for (const words of runsAt(place, pages[place.page] ?? [])) {
    const printed = textOf(words)
    const text = place.ends !== undefined && printed.endsWith(place.ends) ? printed.slice(0, -place.ends.length) : printed
    // Letters that look like digits are put right later.
    if (place.like !== undefined && !isLike(place.like, kindOf(field).digits ? withDigits(text) : text)) continue
    if (checkValue(field, text, languages).ok) return { text, words }
    first ??= { text, words }
  }
  return first
}
