import { blocksOf } from '../../core/text/blocks'
import type { Written } from '../../core/model/ledger'
import { defineFormat, type DocumentToMake } from './format'

/** A figure as it is usually printed, as a number; null for all else, and for what would lose a leading nought. */
function figure(text: string): number | null {
  const plain = text.trim().replace(/(\d),(?=\d{3}(\D|$))/g, '$1')
  return /^-?(0|[1-9]\d{0,14})(\.\d+)?$/.test(plain) ? Number(plain) : null
}
const cellOf = (text: string) => figure(text) ?? text

/** The index values on the first sheet, and each table of the pages on one of its own, numbers as numbers (ISO/IEC 29500). */
export const xlsx = defineFormat('xlsx', async (path, pages, document) => {
  const { default: Excel } = await import('exceljs')
  const book = new Excel.Workbook()
  book.creator = 'Rubricator'
  book.title = document.title
  book.created = document.created
  const values = book.addWorksheet('Values')
  values.addRow(['Field', 'Value']).font = { bold: true }
  for (const row of valueRows(document)) values.addRow(row)
  values.columns.forEach(column => (column.width = 32))
  const sheet = (name: string, rows: readonly string[][]) => {
    const added = book.addWorksheet(name)
    for (const row of rows) added.addRow(row.map(cellOf))
    added.columns.forEach(column => (column.width = 22))
  }
  for (const [id, value] of Object.entries(document.index.values)) {
    const rows = itemRows(value)
    if (rows) sheet(sheetName(document.index.labels[id] ?? id, book.worksheets.length), rows)
  }
  for (const [at, page] of pages.entries()) {
    const tables = blocksOf(page.words).filter(block => block.kind === 'table')
    for (const [place, table] of tables.entries()) sheet(`Page ${at + 1}${tables.length > 1 ? `, table ${place + 1}` : ''}`, table.rows)
  }
  await book.xlsx.writeFile(path)
})

function valueRows({ index }: DocumentToMake): (string | number)[][] {
  return Object.entries(index.labels).map(([id, label]) => {
    const value = index.values[id] ?? null
    const shown = index.shown[id] ?? ''
    return [label, itemRows(value) ? 'on a sheet of its own' : index.numbers.includes(id) ? cellOf(shown) : shown]
  })
}

/** The rows of a table's value below its columns; null for every other value. */
function itemRows(value: Written | null): string[][] | null {
  if (!Array.isArray(value) || typeof value[0] !== 'object') return null
  const rows = value as Record<string, string>[]
  const columns = [...new Set(rows.flatMap(row => Object.keys(row)))]
  return [columns, ...rows.map(row => columns.map(column => row[column] ?? ''))]
}

/** What a sheet may be called: 31 letters, without some marks, and each name once. */
const sheetName = (label: string, number: number) => `${number}. ${label.replace(/[[\]*?:/\\]/g, ' ')}`.slice(0, 31)
