import type { Word } from '../model/evidence'
import { patternOf } from '../pattern/pattern'
import type { TextSource } from '../model/rubric'
import { centreInside, zoneBox, type Box } from '../model/zone'
import { linesOf } from './lines'

export interface Found {
  value: string
  confidence: number
  words: Word[]
}

const letters = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** First capture group where the pattern has one, else the whole match, within these words joined by spaces. */
function matchWords(words: readonly Word[], pattern: string): Found | null {
  const text = words.map(word => word.text).join(' ')
  const match = patternOf(pattern).exec(text)
  if (!match) return null
  const end = match.index + match.text.length
  let at = 0
  const used = words.filter(word => {
    const from = at
    at += word.text.length + 1
    return from < end && from + word.text.length > match.index
  })
  return { value: match.first ?? match.text, confidence: Math.min(1, ...used.map(word => word.confidence)), words: used }
}

/** The first match of a pattern among the words whose centres lie in the zone (null: the whole page), line by line. */
export function findInZone(words: readonly Word[], zone: Box | null, pattern: string): Found | null {
  const inside = words.filter(word => centreInside(word, zone))
  for (const line of linesOf(inside)) {
    const found = matchWords(line, pattern)
    if (found) return found
  }
  return matchWords(linesOf(inside).flat(), pattern)
}

/** What a text source finds on a page: beside or below its label, or in its zone. */
export function findText(words: readonly Word[], source: TextSource): Found | null {
  return 'near' in source ? findNear(words, source.near, source.value) : findInZone(words, zoneBox(source.zone), source.value)
}

/** Equal, or for words of five letters and more, one letter read wrongly. */
function sameWord(read: string, wanted: string): boolean {
  if (read === wanted) return true
  if (wanted.length < 5 || read.length !== wanted.length) return false
  let different = 0
  for (let at = 0; at < wanted.length; at++) if (read[at] !== wanted[at]) different++
  return different === 1
}

function labelPlaces(words: readonly Word[], label: string): Box[] {
  const wanted = label.split(/\s+/).map(letters).filter(Boolean)
  const places: Box[] = []
  for (const line of linesOf(words)) {
    for (let at = 0; at + wanted.length <= line.length; at++) {
      const run = line.slice(at, at + wanted.length)
      if (!run.every((word, place) => sameWord(letters(word.text), wanted[place]!))) continue
      const first = run[0]!
      const last = run[run.length - 1]!
      places.push({ x: first.x, y: first.y, width: last.x + last.width - first.x, height: Math.max(...run.map(word => word.height)) })
    }
  }
  return places
}

const middle = (box: Box) => box.y + box.height / 2

/**
 * The match nearest to a printed label: right of it on the same line, else below it.
 * Distances are in inches; below means within an inch and overlapping the label's width or starting near its left edge.
 */
export function findNear(words: readonly Word[], label: string, pattern: string): Found | null {
  for (const place of labelPlaces(words, label)) {
    const tall = Math.max(place.height, 0.1)
    const right = words
      .filter(word => word.x >= place.x + place.width - 0.02 && Math.abs(middle(word) - middle(place)) < tall * 0.8)
      .sort((a, b) => a.x - b.x)
    const beside = matchWords(right, pattern)
    if (beside) return beside

    const under = words.filter(word => {
      const gap = word.y - (place.y + place.height)
      return gap > -tall * 0.3 && gap < 1 && word.x < place.x + Math.max(place.width, 1.5) && word.x + word.width > place.x - 0.15
    })
    for (const row of rowsOf(under)) {
      const below = matchWords(row, pattern)
      if (below) return below
    }
  }
  return null
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
