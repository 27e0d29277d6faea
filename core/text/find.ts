import type { Word } from '../model/evidence'
import { patternOf } from '../pattern/pattern'
import type { TextSource } from '../rubric/field'
import { centreInside, zoneBox, type Box } from '../model/zone'
import { isCaptionOver } from './captionOver'
import { middle } from './geometry'
import { chancePlaces, labelPlaces, standsAlone } from './labelPlaces'
import { linesOf, textOf } from './lines'
import { withDigits } from './repair'

export interface Found {
  value: string
  confidence: number
  words: Word[]
  /** What stands there, where letters that only a digit's place explains were read as digits. */
  repaired?: string
  /** More digits stand right before or behind it: what was read of a number that is longer. */
  cutFrom?: string
  /** Its label likely is no label there, but words of running text or of a heading. */
  byChance?: boolean
}

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

/**
 * The match nearest to a printed label: right of it on the same line, else below it, up to where another label stands; first
 * below it where it is the caption of a form's cell.
 * Distances are in inches; below means within an inch and overlapping the label's width or starting near its left edge, and what
 * goes on from there without a gap.
 */
function* allNear(page: readonly Word[], label: string, pattern: string, others: () => readonly Box[]): Generator<Found> {
  // The rules of a table are read as strokes.
  const words = page.filter(word => !/^[|¦_]+$/.test(word.text))
  const places = labelPlaces(words, label)
  const alone = places.filter(place => standsAlone(words, place))
  const chance = chancePlaces(words, places, alone, label)
  const foreign = places.length ? others() : []
  for (const place of places) {
    const isForeign = (word: Word) => [...foreign, ...alone].some(other => other !== place && centreInside(word, other))
    const tall = Math.max(place.height, 0.1)
    const level = words
      .filter(word => word.x >= place.x + place.width - 0.02 && Math.abs(middle(word) - middle(place)) < tall * 0.8)
      .sort((a, b) => a.x - b.x)
    const other = level.findIndex(isForeign)
    const right = other < 0 ? level : level.slice(0, other)
    const beside = matchFirstCell(place.glued ? [place.glued, ...right] : right, pattern)
    const under = words.filter(word => {
      const gap = word.y - (place.y + place.height)
      return gap > -tall * 0.3 && gap < 1 && word.x < place.x + Math.max(place.width, 1.5) && word.x + word.width > place.x - 0.15
    })
    const nextCell = level.find((word, at) => isApart(level[at - 1] ?? place, word))?.x ?? Infinity
    const rows = rowsOf(under).map(row => goneOn(row, words, word => word.x >= nextCell || isForeign(word)))
    const foreignAt = rows.findIndex(row => isForeign(row[0]!))
    const below = firstMatch(foreignAt < 0 ? rows : rows.slice(0, foreignAt), pattern)
    const isOver = beside && below && !place.glued && isCaptionOver(words, place, below.words, beside.words)
    const byChance = chance.has(place) ? { byChance: true } : {}
    if (isOver) yield { ...below, ...byChance }
    if (beside) yield { ...beside, ...byChance }
    else if (below) yield { ...below, ...byChance }
  }
}

/** Words of a line that stand further apart are of two cells: inches, and heights of their letters. */
const cellGap = { inches: 0.5, heights: 4 }

/** Whether two words stand on one line, within this many inches. */
const isLevel = (one: Word, other: Word) => Math.abs(middle(one) - middle(other)) < 0.08

/** Words of a value stand closer to each other than so many heights of their letters. */
const wordGap = 1.5

const isApart = (before: Box, word: Word) => word.x - before.x - before.width > wordGap * word.height

/** A row with the words of its line that follow its last one closely, up to the first that is none of it. */
function goneOn(row: readonly Word[], words: readonly Word[], isOther: (word: Word) => boolean): Word[] {
  const whole = [...row]
  const last = row.at(-1)!
  const further = words.filter(word => word.x > last.x && isLevel(row[0]!, word)).sort((a, b) => a.x - b.x)
  for (const word of further) {
    if (isApart(whole.at(-1)!, word) || isOther(word)) break
    whole.push(word)
  }
  return whole
}

/** A match in a line's first cell, else anywhere on it. */
function matchFirstCell(line: readonly Word[], pattern: string): Found | null {
  const end = line.findIndex((word, at) => {
    const before = line[at - 1]
    const gap = before ? word.x - before.x - before.width : 0
    return gap > cellGap.inches && gap > cellGap.heights * word.height
  })
  return (end < 0 ? null : matchWords(line.slice(0, end), pattern)) ?? matchWords(line, pattern)
}

function firstMatch(rows: readonly Word[][], pattern: string): Found | null {
  for (const row of rows) {
    const found = matchWords(row, pattern)
    if (found) return found
  }
  return null
}

// Reading order puts a form's cells in any order, so rows are made from geometry, not from line numbers.
function rowsOf(words: readonly Word[]): Word[][] {
  const rows: Word[][] = []
  for (const word of [...words].sort((a, b) => a.y - b.y)) {
    const row = rows.find(other => isLevel(other[0]!, word))
    if (row) row.push(word)
    else rows.push([word])
  }
  return rows.map(row => row.sort((a, b) => a.x - b.x))
}
