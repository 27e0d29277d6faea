import type { Column } from '../../rubric/field'
import { checkValue } from '../fieldValue'
import type { Rows } from './table'

/** Where a row is split: in a column's cell, in front of its so manyth letter. */
export interface SplitAt {
  row: number
  column: string
  before: number
}

type Row = Rows[number]

const empty = (columns: readonly Column[]): Row => Object.fromEntries(columns.map(({ id }) => [id, '']))

/** What is typed into a cell as it is kept; what is no value of its column stays as it was typed. */
export function cellOf(column: Column, text: string): string {
  const checked = text.trim() ? checkValue({ ...column, columns: undefined }, text) : null
  return checked === null ? '' : checked.ok ? checked.value : text
}

const fits = (column: Column, text: string) => checkValue({ ...column, columns: undefined }, text).ok

/** A table with an empty row below this one; −1 puts it first. */
export const withRowBelow = (rows: Rows, row: number, columns: readonly Column[]): Rows => rows.toSpliced(row + 1, 0, empty(columns))

/**
 * One row in two, where two were read as one: what stands behind the place begins the new row below. Another cell that is no value of
 * its column, but two values of it with a blank between, is parted there.
 */
export function splitRow(rows: Rows, { row, column, before }: SplitAt, columns: readonly Column[]): Rows {
  const whole = rows[row]
  if (!whole) return rows
  const [upper, lower]: [Row, Row] = [{ ...whole }, empty(columns)]
  for (const one of columns) {
    const text = whole[one.id] ?? ''
    const parts = one.id === column ? ([text.slice(0, before), text.slice(before)] as const) : partsOf(one, text)
    upper[one.id] = cellOf(one, parts[0].trim())
    lower[one.id] = cellOf(one, parts[1].trim())
  }
  return rows.toSpliced(row, 1, upper, lower)
}

function partsOf(column: Column, text: string): readonly [string, string] {
  const blank = text.trim().indexOf(' ')
  const parts = [text.trim().slice(0, blank), text.trim().slice(blank + 1)] as const
  return blank !== -1 && !fits(column, text) && parts.every(part => fits(column, part)) ? parts : [text, '']
}

/** A row and the one below it in one, where one was read as two: cell by cell, with a blank between; nothing of either is left out. */
export function joinRows(rows: Rows, row: number, columns: readonly Column[]): Rows {
  const [upper, lower] = [rows[row], rows[row + 1]]
  if (!upper || !lower) return rows
  const joined = Object.fromEntries(
    columns.map(column => {
      const both = [upper[column.id] ?? '', lower[column.id] ?? ''].filter(Boolean)
      return [column.id, cellOf(column, both.join(' '))]
    }),
  )
  return rows.toSpliced(row, 2, joined)
}
