import Papa from 'papaparse'
import { csvCell, readCsv } from '~~/core/ledger/csv'
import { checkValue, shownValue } from '~~/core/fields/fieldValue'
import { kindOf } from '~~/core/fields/kinds'
import type { Field } from '~~/core/rubric/field'
import type { BulkRow } from '~~/shared/views/documents'

/** Changes that are not kept yet, by document and field, as they are typed. */
export type Changes = ReadonlyMap<number, Readonly<Record<string, string>>>
export interface Cell {
  document: number
  field: string
  text: string
}

/** A cell that holds one line; boxes and rows of line items are edited on the card. */
export const isPlain = (field: Field): boolean => ['line', 'list', 'address'].includes(kindOf(field).control)

/** What stands in a cell without its change. */
export const keptText = (row: BulkRow, field: Field): string => {
  const kept = row.values[field.id]
  return kept === undefined ? '' : shownValue(field, kept)
}

/** Changes with more of them; one that gives back what is kept is none. */
export function withCells(changes: Changes, cells: readonly Cell[], rows: readonly BulkRow[], fields: readonly Field[]): Changes {
  const byId = new Map(rows.map(row => [row.id, row]))
  const next = new Map(changes)
  for (const { document, field: id, text } of cells) {
    const row = byId.get(document)
    const field = fields.find(one => one.id === id)
    if (!row || !field || !isPlain(field)) continue
    const { [id]: _, ...others } = next.get(document) ?? {}
    const own = text.trim() === keptText(row, field) ? others : { ...others, [id]: text.trim() }
    if (Object.keys(own).length) next.set(document, own)
    else next.delete(document)
  }
  return next
}

/** Why a changed cell cannot be kept; null where it can. */
export function cellFault(field: Field, text: string, languages: readonly string[]): string | null {
  if (text === '') return null
  const checked = checkValue(field, text, languages)
  return checked.ok ? null : checked.why
}

/** Cells that get other words in place of some, whatever their case. */
export function replaced(
  rows: readonly BulkRow[],
  fields: readonly Field[],
  textOf: (row: BulkRow, field: Field) => string,
  { find, by, whole }: { find: string; by: string; whole: boolean },
): Cell[] {
  const wanted = find.toLowerCase()
  if (!wanted) return []
  const pattern = new RegExp(find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'gi')
  return rows.flatMap(row =>
    fields.filter(isPlain).flatMap(field => {
      const text = textOf(row, field)
      const fits = whole ? text.toLowerCase() === wanted : text.toLowerCase().includes(wanted)
      return fits ? [{ document: row.id, field: field.id, text: whole ? by : text.replace(pattern, () => by) }] : []
    }),
  )
}

/** What was copied from a sheet: rows of cells with tabs between them. */
export const pastedCells = (text: string): string[][] => Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data

export const copiedCells = (cells: readonly (readonly string[])[]): string => cells.map(row => row.join('\t')).join('\n')

/** The table as CSV (RFC 4180): a column `document` with its number, then one for each field. */
export function tableCsv(rows: readonly BulkRow[], fields: readonly Field[], textOf: (row: BulkRow, field: Field) => string): string {
  const plain = fields.filter(isPlain)
  const lines = rows.map(row => [row.position, ...plain.map(field => textOf(row, field))])
  return [['document', ...plain.map(field => field.id)], ...lines].map(cells => `${cells.map(csvCell).join(',')}\r\n`).join('')
}

/** The cells of a CSV with the documents' numbers and the fields' ids or labels at its head, or what is wrong with it. */
export function csvCells(text: string, rows: readonly BulkRow[], fields: readonly Field[]): { cells: Cell[]; trouble: string | null } {
  const { rows: lines, trouble } = readCsv(text)
  const fail = (words: string) => ({ cells: [], trouble: words })
  if (trouble) return fail(trouble)
  const [head = [], ...body] = lines
  const columns = head.map(name => {
    const wanted = name.toLowerCase()
    return wanted === 'document' ? 'document' : (fields.find(one => [one.id, one.label].some(own => own.toLowerCase() === wanted)) ?? null)
  })
  const at = columns.indexOf('document')
  if (at < 0) return fail('The first line has no column “document”. Name the columns there: document, then fields by id or label.')
  const strange = head.find((_, column) => columns[column] === null)
  if (strange !== undefined) return fail(`The column “${strange}” is no field of these documents. Correct its name, or take it out.`)
  const byPosition = new Map(rows.map(row => [String(row.position), row.id]))
  const lost = body.find(line => !byPosition.has(line[at] ?? ''))
  if (lost) return fail(`There is no document “${lost[at] ?? ''}” of this type in the batch. Correct its number, or take its line out.`)
  const cells = body.flatMap(line =>
    columns.flatMap((column, number) =>
      column === null || column === 'document'
        ? []
        : [{ document: byPosition.get(line[at]!)!, field: column.id, text: (line[number] ?? '').replace(/^'(?=[=+\-@])/, '') }],
    ),
  )
  return { cells, trouble: null }
}
