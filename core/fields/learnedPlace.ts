import type { Word } from '../model/evidence'
import type { Field } from '../rubric/field'
import type { LearnedPlace } from '../model/learned'
import { centreInside } from '../model/zone'
import { linesOf, textOf } from '../text/lines'
import { checkValue } from './fieldValue'

export type Place = Omit<LearnedPlace, 'measured'>

/** By how much paper may lie otherwise than it did, in inches. */
const slack = { x: 0.15, y: 0.08 }
/** Words of one value stand no further apart, by the height of their letters. */
const widestGap = 1.6

/** Words that stand in a learned place, with what belongs to them on their line; of each line the longest run first. */
function* runsAt(place: Place, words: readonly Word[]): Generator<readonly Word[]> {
  const { x, y, width, height } = place.box
  const zone = { x: x - slack.x, y: y - slack.y, width: width + 2 * slack.x, height: height + 2 * slack.y }
  for (const line of linesOf(words)) {
    for (const [at, begin] of line.entries()) {
      // What ends so is the label of what follows.
      if (!centreInside(begin, zone) || (begin.text.endsWith(':') && place.ends !== ':')) continue
      const run = [begin]
      for (const word of line.slice(at + 1, at + place.words)) {
        const last = run.at(-1)!
        const apart = word.x - last.x - last.width > widestGap * Math.max(word.height, last.height)
        if (apart || (place.ends !== undefined && last.text.endsWith(place.ends))) break
        run.push(word)
      }
      for (let count = run.length; count > 0; count--) yield run.slice(0, count)
    }
  }
}

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
    if (checkValue(field, text, languages).ok) return { text, words }
    first ??= { text, words }
  }
  return first
}
