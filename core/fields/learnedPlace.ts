import type { Word } from '../model/evidence'
import type { Field } from '../rubric/field'
import { mostly, type Place } from '../model/learned'
import { centreInside, type Box } from '../model/zone'
import { patternOf } from '../pattern/pattern'
import { letters } from '../text/labelPlaces'
import { linesOf, textOf } from '../text/lines'
import { withDigits } from '../text/repair'
import { checkValue } from './fieldValue'
import { kindOf } from './kinds'

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

/** How far above or below a place, or left of it, captions may stand, in inches. */
const captions = { off: 0.4, left: 1.5 }

/** The captions about a place where a value stands in this box, as letters and figures. */
export function printBeside(place: Box, own: Box, words: readonly Word[]): Set<string> {
  const { x, width } = around(place)
  const reach = { x: x - captions.left, y: own.y - captions.off, width: width + captions.left, height: own.height + 2 * captions.off }
  const beside = words.filter(word => centreInside(word, reach) && !centreInside(word, own))
  return new Set(beside.map(word => letters(word.text)).filter(text => text !== ''))
}

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

/** Paper of which layout this may be, the likeliest first: of several that whose captions stand there. */
function layoutsOf(layouts: readonly Place[], pages: readonly (readonly Word[])[]): readonly Place[] {
  if (layouts.length === 1) return layouts
  const share = ({ print = [], box, page }: Place) => {
    const there = printBeside(box, box, pages[page] ?? [])
    return print.length ? print.filter(text => there.has(text)).length / print.length : mostly
  }
  const shares = layouts.map(place => ({ place, share: share(place) })).filter(one => one.share >= mostly)
  return shares.sort((one, other) => other.share - one.share).map(one => one.place)
}

interface Found {
  page: number
  text: string
  words: readonly Word[]
}

/** What stands where people found a value: what the field takes, else the first that is there; null where nothing is. */
export function valueAt(
  field: Field,
  layouts: readonly Place[],
  pages: readonly (readonly Word[])[],
  languages: readonly string[],
): Found | null {
  const found = layoutsOf(layouts, pages).flatMap(place => valueIn(field, place, pages, languages) ?? [])
  return found.find(({ text }) => checkValue(field, text, languages).ok) ?? found[0] ?? null
}

function valueIn(field: Field, place: Place, pages: readonly (readonly Word[])[], languages: readonly string[]): Found | null {
  const { page } = place
  let first: Found | null = null
  for (const words of runsAt(place, pages[page] ?? [])) {
    const printed = textOf(words)
    const text = place.ends !== undefined && printed.endsWith(place.ends) ? printed.slice(0, -place.ends.length) : printed
    // Letters that look like digits are put right later.
    if (place.like !== undefined && !isLike(place.like, kindOf(field).digits ? withDigits(text) : text)) continue
    if (checkValue(field, text, languages).ok) return { page, text, words }
    first ??= { page, text, words }
  }
  return first
}
