import type { Word } from '../model/evidence'
import { patternOf } from '../pattern/pattern'
import type { TextSource } from '../rubric/field'
import { centreInside, zoneBox, type Box } from '../model/zone'
import { isCaptionOver } from './captionOver'
import { boxOf } from './exports'
import { middle } from './geometry'
import { linesOf, textOf } from './lines'
import { phraseOf } from './phrase'
import { withDigits } from './repair'

export interface Found {
  value: string
  confidence: number
  words: Word[]
  /** What stands there, where letters that only a digit's place explains were read as digits. */
  repaired?: string
  /** More digits stand right before or behind it: what was read of a number that is longer. */
  cutFrom?: string
}

/** What is compared of printed words: letters and figures, whatever their case. */
export const letters = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** First capture group where the pattern has one, else the whole match, within these words joined by spaces. */
function matchWords(words: readonly Word[], pattern: string): Found | null {
  const text = textOf(words)
  return matchText(words, text, text, pattern) ?? matchText(words, text, withDigits(text), pattern)
}

function matchText(words: readonly Word[], printed: string, text: string, pattern: string): Found | null {
  const match = patternOf(pattern).exec(text)
  if (!match) return null
  const end = match.index + match.text.length
  let at = 0
  const used = words.filter(word => {
    const from = at
    at += word.text.length + 1
    return from < end && from + word.text.length > match.index
  })
  const value = match.first ?? match.text
  const cut = match.first === undefined ? wholeNumber(text, match.index, end) : match.text
  const from = match.index + Math.max(0, match.text.indexOf(value))
  const stands = printed.slice(from, from + value.length)
  return {
    value,
    confidence: Math.min(1, ...used.map(word => word.confidence)),
    words: used,
    ...(stands === value ? {} : { repaired: stands }),
    ...(cut === match.text ? {} : { cutFrom: cut }),
  }
}

/** A match with the digits that stand right before and behind its own. */
function wholeNumber(text: string, from: number, to: number): string {
  const isDigit = (at: number) => /\d/.test(text.charAt(at))
  let [first, end] = [from, to]
  if (isDigit(from)) while (isDigit(first - 1)) first--
  if (isDigit(to - 1)) while (isDigit(end)) end++
  return text.slice(first, end)
}

/** The matches of a pattern among the words whose centres lie in the zone (null: the whole page), line by line, then across lines. */
function* allInZone(words: readonly Word[], zone: Box | null, pattern: string): Generator<Found> {
  const lines = linesOf(words.filter(word => centreInside(word, zone)))
  for (const line of [...lines, lines.flat()]) {
    const found = matchWords(line, pattern)
    if (found) yield found
  }
}

const firstOf = (all: Generator<Found>): Found | null => {
  for (const found of all) return found
  return null
}

/** The first match of a pattern among the words whose centres lie in the zone (null: the whole page), line by line. */
export const findInZone = (words: readonly Word[], zone: Box | null, pattern: string): Found | null =>
  firstOf(allInZone(words, zone, pattern))

/**
 * What a text source finds on a page, the nearest first: beside or below its label wherever that stands, or in its zone.
 * @param others where labels of other fields stand, at which what stands beside or below this one ends
 */
export function findAll(words: readonly Word[], source: TextSource, others: () => readonly Box[] = () => []): Generator<Found> {
  return 'near' in source ? allNear(words, source.near, source.value, others) : allInZone(words, zoneBox(source.zone), source.value)
}

/** The first of what a text source finds. */
export const findText = (words: readonly Word[], source: TextSource): Found | null => firstOf(findAll(words, source))

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

/**
 * The match nearest to a printed label: right of it on the same line, else below it, up to where another label stands; first
 * below it where it is the caption of a form's cell.
 * Distances are in inches; below means within an inch and overlapping the label's width or starting near its left edge.
 */
function* allNear(page: readonly Word[], label: string, pattern: string, others: () => readonly Box[]): Generator<Found> {
  // The rules of a table are read as strokes.
  const words = page.filter(word => !/^[|¦_]+$/.test(word.text))
  const places = labelPlaces(words, label)
  const foreign = places.length ? others() : []
  const isForeign = (word: Word) => foreign.some(place => centreInside(word, place))
  for (const place of places) {
    const tall = Math.max(place.height, 0.1)
    const level = words
      .filter(word => word.x >= place.x + place.width - 0.02 && Math.abs(middle(word) - middle(place)) < tall * 0.8)
      .sort((a, b) => a.x - b.x)
    const other = level.findIndex(isForeign)
    const right = other < 0 ? level : level.slice(0, other)
    const beside = matchWords(place.glued ? [place.glued, ...right] : right, pattern)
    const under = words.filter(word => {
      const gap = word.y - (place.y + place.height)
      return gap > -tall * 0.3 && gap < 1 && word.x < place.x + Math.max(place.width, 1.5) && word.x + word.width > place.x - 0.15
    })
    const rows = rowsOf(under)
    const foreignAt = rows.findIndex(row => isForeign(row[0]!))
    const below = firstMatch(foreignAt < 0 ? rows : rows.slice(0, foreignAt), pattern)
    const isOver = beside && below && !place.glued && isCaptionOver(words, place, below.words, beside.words)
    if (isOver) yield below
    if (beside) yield beside
    else if (below) yield below
  }
}

function firstMatch(rows: readonly Word[][], pattern: string): Found | null {
  for (const row of rows) {
    const found = matchWords(row, pattern)
    if (found) return found
  }
  return null
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

// Reading order puts a form's cells in any order, so rows are made from geometry, not from line numbers.
function rowsOf(words: readonly Word[]): Word[][] {
  const rows: Word[][] = []
  for (const word of [...words].sort((a, b) => a.y - b.y)) {
    const row = rows.find(other => Math.abs(middle(other[0]!) - middle(word)) < 0.08)
    if (row) row.push(word)
    else rows.push([word])
  }
  return rows.map(row => row.sort((a, b) => a.x - b.x))
}
