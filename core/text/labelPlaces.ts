import type { Word } from '../model/evidence'
import { centreInside, type Box } from '../model/zone'
import { boxOf } from './exports'
import { middle } from './geometry'
import { linesOf } from './lines'
import { phraseOf } from './phrase'
import { typeSize } from './typeSize'

/** What is compared of printed words: letters and figures, whatever their case. */
export const letters = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** Equal, or for words of five letters and more, one letter read wrongly. */
function sameWord(read: string, wanted: string): boolean {
  if (read === wanted) return true
  if (wanted.length < 5 || read.length !== wanted.length) return false
  let different = 0
  for (let at = 0; at < wanted.length; at++) if (read[at] !== wanted[at]) different++
  return different === 1
}

/** Where a label stands; `glued` is what was read as one word with its end: "17" of "Berth:17". */
export interface LabelPlace extends Box {
  glued?: Word
}

/**
 * Where a printed label stands, from top to bottom: on one line, or broken over two that begin below each other; also where the
 * reading cut its words up otherwise, or joined the last one with what stands behind it.
 */
export function labelPlaces(words: readonly Word[], label: string): LabelPlace[] {
  const wanted = label.split(/\s+/).map(letters).filter(Boolean)
  if (wanted.length === 0) return []
  const lines = linesOf(words)
  const places: LabelPlace[] = []
  for (const line of lines) {
    for (let at = 0; at < line.length; at++) {
      const place = labelAt(line.slice(at, at + wanted.length), lines, wanted) ?? cutOtherwise(line.slice(at), wanted.join(''))
      if (place) places.push(place)
    }
  }
  return places.sort((a, b) => a.y - b.y || a.x - b.x)
}

/** Words stand closer to each other than this, in inches; parts of one that was cut up stand closer still. */
const wordGap = 0.13
/** What may stand between a label and its value without a space. */
const between = /^[:.…_=]+(?=.*[\p{L}\p{N}])/u

/** The label from a line's first words, whose letters together are its letters. */
function cutOtherwise(line: readonly Word[], wanted: string): LabelPlace | null {
  let read = ''
  for (const [at, word] of line.entries()) {
    const before = line[at - 1]
    if (before && word.x - (before.x + before.width) > wordGap) return null
    const own = letters(word.text)
    if (read + own === wanted) return boxOf(line.slice(0, at + 1))
    if (!wanted.startsWith(read + own)) return wanted.startsWith(read) ? gluedTo(line.slice(0, at + 1), wanted.slice(read.length)) : null
    read += own
  }
  return null
}

/** The label whose last letters begin the last of these words. */
function gluedTo(run: readonly Word[], ending: string): LabelPlace | null {
  const last = run.at(-1)!
  const end = lettersEnd(last.text, ending)
  const mark = end === null ? null : between.exec(last.text.slice(end))
  if (end === null || !mark) return null
  const from = end + mark[0].length
  const width = (last.width * from) / last.text.length
  const glued = { ...last, text: last.text.slice(from), x: last.x + width, width: last.width - width }
  return { ...boxOf([...run.slice(0, -1), { ...last, width }]), glued }
}

/** Up to where a text has just these letters and figures; null where it begins otherwise. */
function lettersEnd(text: string, wanted: string): number | null {
  for (let end = 1; end <= text.length; end++) {
    const own = letters(text.slice(0, end))
    if (own === wanted) return end
    if (!wanted.startsWith(own)) return null
  }
  return null
}

/** The label that begins with a run's first word, its later words maybe below. */
function labelAt(run: readonly Word[], lines: readonly Word[][], wanted: readonly string[]): Box | null {
  const fits = (words: readonly Word[], from: number) => words.every((word, at) => sameWord(letters(word.text), wanted[from + at]!))
  if (run.length === wanted.length && fits(run, 0)) return boxOf(run)
  for (let count = Math.min(run.length, wanted.length - 1); count > 0; count--) {
    const begun = run.slice(0, count)
    if (!fits(begun, 0)) continue
    const rest = lines.map(line => restBelow(line, boxOf(begun), wanted.length - count)).find(words => words && fits(words, count))
    if (rest) return boxOf([...begun, ...rest])
  }
  return null
}

/** A line's first words where the line begins right below these. */
function restBelow(line: readonly Word[], above: Box, count: number): readonly Word[] | null {
  const first = line[0]
  if (!first || line.length < count) return null
  const gap = first.y - (above.y + above.height)
  return gap > -0.3 * above.height && gap < 1.2 * above.height && Math.abs(first.x - above.x) < 0.3 ? line.slice(0, count) : null
}

const leastSure = 0.5

/** Whether nothing but the label's own words stands there: “Berth” and “Berth:”, but not the “Berth” of “Berth 14”. */
export function standsAlone(words: readonly Word[], place: LabelPlace): boolean {
  if (place.glued) return true
  const own = words.filter(word => centreInside(word, place))
  const near = words.filter(word => word.y < place.y + 2 * place.height && word.y + word.height > place.y - place.height)
  // Rules of a form are read as strokes and single letters, not surely.
  const read = near.filter(word => own.includes(word) || (letters(word.text) !== '' && word.confidence >= leastSure))
  return own.every(word => {
    const line = read.filter(other => Math.abs(middle(other) - middle(word)) < word.height * 0.8).sort((a, b) => a.x - b.x)
    return phraseOf(line, line.indexOf(word)).every(other => own.includes(other))
  })
}

/** Type that is larger by so much than a page's usual one is a heading's. */
const headingSize = 1.4

/**
 * Those of a label's places that are likely words of running text or of a heading, which are the label's by chance.
 * @param words of the page
 * @param alone those of the places where it stands alone
 * @param label as the rubric has it
 */
export function chancePlaces(
  words: readonly Word[],
  places: readonly LabelPlace[],
  alone: readonly LabelPlace[],
  label: string,
): Set<LabelPlace> {
  const heading = alone.length ? headingSize * median(words.map(word => typeSize([word]))) : Infinity
  const isChance = (place: LabelPlace) => {
    const own = words.filter(word => centreInside(word, place))
    const next = nextTo(words, place)
    if (alone.includes(place) || (next && /\d/.test(next.text))) return false
    if (isLower(own[0]?.text ?? '') && !isLower(label)) return true
    return next !== null && (isLower(next.text) || typeSize(own) >= heading)
  }
  return new Set(places.filter(isChance))
}

const isLower = (text: string) => /^\p{Ll}/u.test(text)

/** The word that follows closely on a place's line; null where none does. */
function nextTo(words: readonly Word[], place: Box): Word | null {
  const end = place.x + place.width
  const isNext = (word: Word) =>
    word.x > end - 0.02 && word.x - end < 1.2 * word.height && Math.abs(middle(word) - middle(place)) < 0.5 * place.height
  return words.filter(isNext).sort((one, other) => one.x - other.x)[0] ?? null
}

const median = (values: readonly number[]) => [...values].sort((one, other) => one - other)[values.length >> 1] ?? 0
