import type { Word } from '../model/evidence'
import type { Column } from '../rubric/field'
import type { Box } from '../model/zone'
import { boxOf } from '../text/exports'
import { levelLines, segmentsOf } from '../text/geometry'
import { checkValue } from './fieldValue'
import { kindOf } from './kinds'
import type { Rows } from './kinds/table'

/** A line of a page, in inches from the top-left; pages from 0. */
export interface RowPlace {
  page: number
  box: Box
}

/** Rows times lines that are compared; beyond that nobody looks at single rows, and it would take long. */
const mostCompared = 400_000
/** So much of a row must stand on a line that is said to be its own. */
const leastShare = 0.5

interface Line {
  place: RowPlace
  /** What its words and runs of words come to in each column of figures or days. */
  kept: ReadonlyMap<string, ReadonlySet<string>>
  words: ReadonlySet<string>
}

/**
 * Where the rows of a table stand on its pages, whether read or typed: each on a line that has most of its cells, all in one order,
 * so that the most of all is found. The best alignment of two sequences (Needleman and Wunsch, 1970).
 * @param rows in their kept form
 * @param languages of dates on the page
 * @returns a place for each row; null for one that stands nowhere in that order, and for all of a very long table
 */
export function placesOfRows(
  rows: Rows,
  columns: readonly Column[],
  pages: readonly (readonly Word[])[],
  languages: readonly string[],
): (RowPlace | null)[] {
  const lines = pages.flatMap((words, page) => levelLines(words).map(line => lineOf(line, page, columns, languages)))
  if (rows.length * lines.length > mostCompared) return rows.map(() => null)
  const likeness = rows.map(row => lines.map(line => likenessOf(row, columns, line)))
  // best[row][line]: of the rows and lines from there on.
  const best = Array.from({ length: rows.length + 1 }, () => new Float64Array(lines.length + 1))
  for (let row = rows.length - 1; row >= 0; row--)
    for (let line = lines.length - 1; line >= 0; line--)
      best[row]![line] = Math.max(best[row + 1]![line]!, best[row]![line + 1]!, best[row + 1]![line + 1]! + likeness[row]![line]!)
  const places: (RowPlace | null)[] = rows.map(() => null)
  for (let row = 0, line = 0; row < rows.length && line < lines.length;) {
    if (likeness[row]![line]! > 0 && best[row]![line] === best[row + 1]![line + 1]! + likeness[row]![line]!)
      places[row++] = lines[line++]!.place
    else if (best[row]![line] === best[row + 1]![line]) row++
    else line++
  }
  return places
}

function lineOf(line: readonly Word[], page: number, columns: readonly Column[], languages: readonly string[]): Line {
  const texts = [...new Set([...segmentsOf(line).map(textOf), ...line.map(word => word.text)])]
  const kept = columns
    .filter(isExact)
    .map(column => [column.id, new Set(texts.flatMap(text => checkedOf(column, text, languages) ?? []))] as const)
  return { place: { page, box: boxOf(line) }, kept: new Map(kept), words: new Set(lettersOf(textOf(line))) }
}

/** A figure or a day is the same or another one; of a text some words may be misread. */
const isExact = (column: Column) => kindOf(column).digits || column.kind === 'date'

function checkedOf(column: Column, text: string, languages: readonly string[]): string | null {
  const checked = checkValue({ ...column, columns: undefined }, text, languages)
  return checked.ok ? checked.value : null
}

/** How many of a row's cells stand on a line; 0 where that is less than half of them. */
function likenessOf(row: Rows[number], columns: readonly Column[], line: Line): number {
  let cells = 0
  let found = 0
  for (const column of columns) {
    const cell = row[column.id]?.trim()
    if (!cell) continue
    cells++
    const exact = line.kept.get(column.id)
    if (exact) found += exact.has(cell) ? 1 : 0
    else {
      const words = lettersOf(cell)
      found += words.filter(word => line.words.has(word)).length / Math.max(1, words.length)
    }
  }
  return cells > 0 && found >= leastShare * cells ? found : 0
}

const textOf = (words: readonly Word[]) => words.map(word => word.text).join(' ')
const lettersOf = (text: string) => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
