import type { Word } from '../model/evidence'
import type { Column, TableSource } from '../rubric/field'
import type { Box } from '../model/zone'
import { patternOf } from '../pattern/pattern'
import { boxOf } from '../text/exports'
import { labelPlaces } from '../text/labelPlaces'
import { levelLines, middle, segmentsOf } from '../text/geometry'
import { withDigits } from '../text/repair'
import { checkValue } from './fieldValue'
import { kindOf } from './kinds'

/** A row as it was read: its cells in their kept form, how surely each was read, and where it stands. */
export interface ReadRow {
  cells: Record<string, string>
  sure: Record<string, number>
  /** What another reading made of a cell. */
  others?: Record<string, string>
  /** Figures that are printed without decimals. */
  bare: ReadonlySet<string>
  /** Whether it has every cell that it must have. */
  whole: boolean
  page: number
  y: number
}

/** Rows of line items as they were read, with the page (from 0) and the place of the first of them. */
export interface FoundRows {
  rows: ReadRow[]
  page: number
  box: Box
}

/** A printed column: its id, or null where nobody asked for it. */
interface Printed extends Box {
  id: string | null
}

/** A figure that was read less surely is left out. */
const leastSure = 0.35
/** What specks, rules and the edges of boxes are read as. */
const dirtAround = /^[\s'"‘’“”_|~=.,:;@*—-]+(?=[\p{L}\d])|[\s'"‘’“”_|~=:;@*—]+$|^[^\p{L}\d]+$/gu

/** Lines that carry a sum from page to page. */
const carried = /^(carried|brought)\s+(forward|over|down)\b|^(sub-?total|continued)\b/i

/**
 * The rows of a printed table over a document's pages: below its headings, by column, to the line that `until` fits.
 * On later pages it goes on below headings that stand there again, or else from the top.
 * @param languages of dates in it
 * @returns null where the headings stand on no page
 */
export function findRows(
  pages: readonly (readonly Word[])[],
  columns: readonly Column[],
  source: TableSource,
  languages: readonly string[],
): FoundRows | null {
  let headings: Headings | null = null
  let found: FoundRows | null = null
  for (const [page, words] of pages.entries()) {
    const lines = levelLines(words)
    const heads = headingsOn(words, lines, source)
    headings = heads ?? headings
    if (!headings) continue
    const below = heads ? lines.filter(line => middle(boxOf(line)) > heads.bottom) : lines
    const gathered = gather(below, { ...headings, columns, source, languages, page, begun: heads !== null })
    if (gathered.rows.length) {
      found ??= { rows: [], page, box: gathered.box! }
      found.rows.push(...gathered.rows)
    }
    if (gathered.ended) break
  }
  return found && { ...found, rows: withoutLostPoints(found.rows, columns) }
}

/** A line's text, and from each of its runs of words on: dirt at the edge stands before what is printed. */
function textsOf(line: readonly Word[]): string[] {
  const segments = segmentsOf(line)
  return segments.map((_, at) =>
    segments
      .slice(at)
      .flat()
      .map(word => word.text)
      .join(' '),
  )
}

/** The line on which the most of the asked headings stand, and all that is printed on it. */
function headingsOn(words: readonly Word[], lines: readonly Word[][], source: TableSource): (Headings & { bottom: number }) | null {
  const asked = Object.entries(source.headings)
  const places = asked.map(([id, heading]) => labelPlaces(words, heading).map(place => ({ id, ...place })))
  const level = (a: Box, b: Box) => Math.abs(middle(a) - middle(b)) < 0.6 * Math.max(a.height, b.height)
  let best: Printed[] = []
  for (const anchor of places.flat()) {
    const together = places.flatMap(some => some.find(place => level(place, anchor)) ?? [])
    if (together.length > best.length) best = together
  }
  // One heading that is lost to a misreading does not lose the table.
  if (best.length === 0 || best.length < Math.min(asked.length, Math.max(2, asked.length - 1))) return null
  const line = lines.find(words => level(boxOf(words), best[0]!)) ?? []
  const others = segmentsOf(line)
    .map(segment => ({ id: null, ...boxOf(segment) }))
    .filter(other => !best.some(one => one.x < other.x + other.width && other.x < one.x + one.width))
  return {
    printed: [...best, ...others].sort((a, b) => a.x - b.x),
    lost: best.length < asked.length,
    bottom: Math.max(...best.map(one => one.y + one.height)),
  }
}

interface Headings {
  printed: readonly Printed[]
  /** One that was asked for was not read: what stands below it must not go to its neighbours. */
  lost: boolean
}

interface Table extends Headings {
  columns: readonly Column[]
  source: TableSource
  languages: readonly string[]
  page: number
  /** Its headings stand on this page. */
  begun: boolean
}

interface Gathered {
  rows: ReadRow[]
  box: Box | null
  ended: boolean
}

function gather(lines: readonly Word[][], { printed, lost, columns, source, languages, page, begun }: Table): Gathered {
  const gathered: Gathered = { rows: [], box: null, ended: false }
  const figures = columns.filter(column => kindOf(column).digits)
  for (const line of lines) {
    const texts = textsOf(line)
    if (source.until && texts.some(text => patternOf(source.until!).test(text))) return { ...gathered, ended: true }
    if (texts.some(text => carried.test(text))) continue
    const cells = cellsOf(line, { printed, lost }, columns)
    const last = gathered.rows.at(-1)
    const words = Object.fromEntries(
      Object.entries(cells).flatMap(([id, cell]) => {
        const text = cell
          .map(word => word.text)
          .join(' ')
          .replace(dirtAround, '')
        return text ? [[id, text]] : []
      }),
    )
    const row = checkedRow(words, cells, columns, languages)
    const hasFigure = figures.some(column => row[column.id] !== undefined)
    const goesOn = figures.length > 0 && figures.every(column => words[column.id] === undefined) && Object.keys(words).length > 0
    const whole = columns.every(column => !column.required || row[column.id] !== undefined)
    // Figures stand there and none was read surely: a row all the same.
    const open = whole && Object.keys(row).length > 0 && figures.some(column => words[column.id] !== undefined)
    if (figures.length ? hasFigure || open : Object.keys(row).length > 0) {
      const sure = Object.fromEntries(Object.keys(row).map(id => [id, Math.min(...cells[id]!.map(word => word.confidence))]))
      gathered.rows.push({
        cells: row,
        sure,
        bare: new Set(columns.filter(column => row[column.id] !== undefined && isBare(column, words[column.id]!)).map(({ id }) => id)),
        whole,
        page,
        y: middle(boxOf(line)),
      })
      gathered.box = joined(gathered.box, boxOf(line))
    } else if (goesOn && last && gathered.box && boxOf(line).y - (gathered.box.y + gathered.box.height) < 0.25) {
      for (const [id, more] of Object.entries(words)) last.cells[id] = [last.cells[id], more].filter(Boolean).join(' ')
      gathered.box = joined(gathered.box, boxOf(line))
    }
  }
  return { ...gathered, rows: betweenFigures(gathered.rows, figures, begun) }
}

/** Without what stands behind the last row of which a figure was read, and before the first where no headings do. */
function betweenFigures(rows: readonly ReadRow[], figures: readonly Column[], begun: boolean): ReadRow[] {
  if (figures.length === 0) return [...rows]
  const read = (row: ReadRow) => figures.some(column => row.cells[column.id] !== undefined)
  return rows.slice(begun ? 0 : Math.max(0, rows.findIndex(read)), rows.findLastIndex(read) + 1)
}

/** How far from its heading a figure may stand where another heading was lost, in inches. */
const ownReach = 0.45

/** Each run of words belongs to the column whose heading it stands under, or else to the nearest. */
function cellsOf(line: readonly Word[], { printed, lost }: Headings, columns: readonly Column[]): Record<string, Word[]> {
  const cells: Record<string, Word[]> = {}
  const put = (words: readonly Word[]) => {
    const box = boxOf(words)
    const under = printed.filter(column => shared(column, box) > 0)
    // Where two columns run into each other each word goes its own way.
    if (under.length > 1 && words.length > 1) return words.forEach(word => put([word]))
    const column = [...printed].sort((a, b) => distance(a, box) - distance(b, box))[0]!
    if (column.id !== null && columns.some(one => one.id === column.id)) (cells[column.id] ??= []).push(...words)
  }
  for (const segment of segmentsOf(line)) put(segment)
  // A figure is one run of words: what stands apart from it is of a column whose heading was not read.
  for (const { id } of columns.filter(column => kindOf(column).digits)) {
    const runs = segmentsOf((cells[id] ?? []).sort((a, b) => a.x - b.x))
    const heading = printed.find(column => column.id === id)
    if (heading && runs.length > 1) cells[id] = runs.sort((a, b) => distance(heading, boxOf(a)) - distance(heading, boxOf(b)))[0]!
    if (heading && lost && cells[id] && distance(heading, boxOf(cells[id])) > ownReach) cells[id] = []
  }
  return cells
}

const shared = (a: Box, b: Box) => Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
/** Below 0 where one stands under the other. */
const distance = (a: Box, b: Box) => -shared(a, b)

/** The cells in their kept form; one that its column does not take is left out. */
function checkedRow(
  words: Record<string, string>,
  cells: Record<string, Word[]>,
  columns: readonly Column[],
  languages: readonly string[],
): Record<string, string> {
  const row: Record<string, string> = {}
  for (const column of columns) {
    const text = words[column.id]
    if (text === undefined || (kindOf(column).digits && cells[column.id]!.some(word => word.confidence < leastSure))) continue
    const field = { ...column, columns: undefined }
    const plain = kindOf(column).digits ? text.replace(/^[£$€]\s*|\s*[£$€]$/g, '') : text
    const checked = [text, plain, withDigits(plain), joinedFigure(withDigits(plain))]
      .map(one => checkValue(field, one, languages))
      .find(one => one.ok)
    if (checked?.ok) row[column.id] = checked.value
  }
  return row
}

/** "1,325. 19" is one figure; two figures without a mark between them may be two. */
const joinedFigure = (text: string) => text.replace(/(?<=\d) ?([.,]) ?(?=\d)/g, '$1')

/** Whether a figure is printed without decimals. */
const isBare = ({ decimals = 0 }: Column, text: string) => decimals > 0 && !new RegExp(`[.,]\\s?\\d{1,${decimals}}\\D*$`).test(text)

/** One figure of a column with decimals may be printed without them; where so few are, they were lost. */
const fewBare = 0.25
const leastWithDecimals = 2

/**
 * Where a column's figures have decimals, one without has lost its point, or has a comma for it: it is left out, which is
 * seen, rather than a hundred times too large.
 */
function withoutLostPoints(rows: ReadRow[], columns: readonly Column[]): ReadRow[] {
  for (const column of columns) {
    if (column.kind !== 'number' || !column.decimals) continue
    const some = rows.filter(row => row.cells[column.id] !== undefined)
    const bare = some.filter(row => row.bare.has(column.id))
    if (some.length - bare.length < leastWithDecimals || bare.length > fewBare * some.length) continue
    for (const row of bare) {
      row.cells = without(row.cells, column.id)
      row.sure = without(row.sure, column.id)
    }
  }
  return rows
}

function joined(a: Box | null, b: Box): Box {
  if (!a) return b
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y }
}

const without = <T>(cells: Record<string, T>, id: string): Record<string, T> =>
  Object.fromEntries(Object.entries(cells).filter(([other]) => other !== id))
