import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'
import { boxOf } from './exports'
import { levelLines, middle, segmentsOf } from './geometry'

/** A part of a page's text as a reader sees it: a paragraph, a heading by its size, or a table. Inches. */
export type Block =
  | { kind: 'paragraph'; text: string; lines: string[]; level: 0; points: number; box: Box }
  | { kind: 'heading'; text: string; lines: string[]; level: 1 | 2; points: number; box: Box }
  | { kind: 'table'; rows: string[][]; box: Box }

/** How much larger than the page's usual print a heading of each level is. */
const headings = [
  { level: 1, times: 1.7 },
  { level: 2, times: 1.25 },
] as const
/** Longer is prose, whatever its size. */
const mostHeadingWords = 14
/** Between the columns of a table stands more than between words. */
const columnGap = 0.22

type Line = Word[]

/** The text of a page in reading order, with its headings and tables. */
export function blocksOf(words: readonly Word[]): Block[] {
  const tables = tablesOf(words)
  const inTable = new Set(tables.flatMap(table => table.words))
  const rest = words.filter(word => !inTable.has(word))
  const usual = median(words.map(word => word.height)) || 0.1
  const blocks: Block[] = [...tables.map(({ block }) => block), ...paragraphsOf(rest).map(lines => textBlock(lines, usual))]
  return blocks.sort((a, b) => a.box.y - b.box.y || a.box.x - b.box.x)
}

function textBlock(lines: readonly Line[], usual: number): Block {
  const words = lines.flat()
  const height = median(words.map(word => word.height))
  const printed = lines.map(line => line.map(word => word.text).join(' '))
  const shape = { text: printed.join(' '), lines: printed, points: points(height), box: boxOf(words) }
  const heading = words.length <= mostHeadingWords && headings.find(({ times }) => height >= usual * times)
  return heading ? { kind: 'heading', level: heading.level, ...shape } : { kind: 'paragraph', level: 0, ...shape }
}

/** A word's box holds about three quarters of its print's size. */
const points = (height: number) => Math.max(6, Math.min(40, Math.round((height * 72) / 0.75)))

/** Lines that the reading put into one paragraph, or, where it said nothing of paragraphs, that follow each other closely. */
function paragraphsOf(words: readonly Word[]): Line[][] {
  const numbered = new Map<number, Word[]>()
  for (const word of words) {
    const key = word.paragraph ?? -1
    numbered.set(key, [...(numbered.get(key) ?? []), word])
  }
  return [...numbered].flatMap(([key, own]) => (key === -1 ? closeLines(levelLines(own)) : [levelLines(own)]))
}

function closeLines(lines: readonly Line[]): Line[][] {
  const groups: Line[][] = []
  for (const line of lines) {
    const last = groups.at(-1)?.at(-1)
    const [box, above] = [boxOf(line), last && boxOf(last)]
    if (above && box.y - (above.y + above.height) < 0.9 * above.height) groups.at(-1)!.push(line)
    else groups.push([line])
  }
  return groups
}

/** Lines one below the other whose runs of words stand in the same columns: two of three columns or more, three of two. */
function tablesOf(words: readonly Word[]): { block: Block; words: Word[] }[] {
  const found: { block: Block; words: Word[] }[] = []
  let open: Word[][][] = []
  const close = () => {
    const rows = open
    open = []
    const columns = columnsOf(rows)
    const filled = rows.filter(row => row.length > 1).length
    if (columns.length < 2 || filled < (columns.length > 2 ? 2 : 3)) return
    const all = rows.flat(2)
    found.push({ block: { kind: 'table', rows: rows.map(row => cellsIn(row, columns)), box: boxOf(all) }, words: all })
  }
  let before: Box | null = null
  for (const line of levelLines(words)) {
    const row = segmentsOf(line, columnGap)
    const box = boxOf(line)
    const near = before && middle(box) - middle(before) < 0.45
    if (row.length > 1 && (!near || fits(open, row))) {
      if (!near) close()
      open.push(row)
    } else if (row.length > 1) {
      close()
      open.push(row)
    } else if (open.length && near && startsUnder(open, row[0]!)) open.push(row)
    else close()
    before = box
  }
  close()
  return found
}

/** Whether a row's runs stand under those of the rows above. */
function fits(rows: readonly Word[][][], row: readonly Word[][]): boolean {
  if (rows.length === 0) return true
  const columns = columnsOf(rows)
  const under = row.filter(segment => columns.some(column => overlap(column, boxOf(segment)) > 0)).length
  return under >= Math.min(2, row.length) || under === row.length
}

/** A second line of a cell. */
const startsUnder = (rows: readonly Word[][][], segment: readonly Word[]) => {
  const box = boxOf(segment)
  return columnsOf(rows).filter(column => overlap(column, box) > 0).length === 1
}

const overlap = (a: Pick<Box, 'x' | 'width'>, b: Pick<Box, 'x' | 'width'>) => Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)

/** The stretches across the page in which words of these rows stand, left to right; a run over several of them makes none. */
function columnsOf(rows: readonly Word[][][]): { x: number; width: number }[] {
  const most = Math.max(0, ...rows.map(row => row.length))
  const columns: { x: number; width: number }[] = []
  for (const box of rows
    .filter(row => row.length > 1 || most === 1)
    .flat()
    .map(boxOf)
    .sort((a, b) => a.x - b.x)) {
    const last = columns.at(-1)
    if (last && box.x < last.x + last.width) last.width = Math.max(last.width, box.x + box.width - last.x)
    else columns.push({ x: box.x, width: box.width })
  }
  return columns
}

function cellsIn(row: readonly Word[][], columns: readonly { x: number; width: number }[]): string[] {
  const cells = columns.map(() => '')
  for (const segment of row) {
    const box = boxOf(segment)
    const at = columns.map((column, index) => ({ index, shared: overlap(column, box) })).sort((a, b) => b.shared - a.shared)[0]!.index
    cells[at] = [cells[at], segment.map(word => word.text).join(' ')].filter(Boolean).join(' ')
  }
  return cells
}

function median(numbers: readonly number[]): number {
  const sorted = [...numbers].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}
