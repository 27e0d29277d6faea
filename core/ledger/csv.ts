import Papa from 'papaparse'
import type { Ledger } from '../model/ledger'

/** A cell as RFC 4180 has it; one that a spreadsheet would take for a formula is kept as text. */
export function csvCell(value: string | number | null): string {
  if (value === null) return ''
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

const row = (cells: readonly (string | number | null)[]) => `${cells.map(csvCell).join(',')}\r\n`

/** The page ledger as CSV (RFC 4180): a line for each scanned side, and one for each total. */
export function ledgerCsv({ pages, totals }: Ledger): string {
  const lines = pages.map(page =>
    row([
      page.page,
      page.source,
      page.sourcePage,
      page.sheet,
      page.side,
      page.half ?? null,
      page.fate,
      page.document,
      page.barcodes.map(code => code.value).join(' '),
      page.ink,
      page.skewDeg,
      page.why,
    ]),
  )
  return (
    row(['page', 'source', 'source page', 'sheet', 'side', 'half', 'fate', 'document', 'barcodes', 'ink', 'skew in degrees', 'why']) +
    lines.join('') +
    Object.entries(totals)
      .map(([name, count]) => row(['total', name, count]))
      .join('')
  )
}

/** The rows of a list, and what is wrong with it in words; null where nothing is. */
export interface ReadCsv {
  rows: string[][]
  trouble: string | null
}

/** Reads a CSV (RFC 4180), with commas, semicolons or tabs between cells; empty lines are left out. */
export function readCsv(text: string): ReadCsv {
  const body = text.replace(/^\uFEFF/, '')
  const { data, errors } = Papa.parse<string[]>(body, {
    delimiter: separatorOf(body),
    skipEmptyLines: 'greedy',
    transform: cell => cell.trim(),
  })
  const quotes = errors.find(error => error.type === 'Quotes')
  return {
    rows: data.filter(cells => cells.some(Boolean)),
    trouble: quotes
      ? `A quote in line ${(quotes.row ?? 0) + 1} is ` +
        `${quotes.code === 'MissingQuotes' ? 'opened and never closed' : 'followed by more text'}. ` +
        'Mend it there: write a quote inside a cell twice.'
      : null,
  }
}

/** The separator that stands most often in the first line, outside of quotes. */
function separatorOf(text: string): string {
  const [first = ''] = text.replace(/"(?:[^"]|"")*"/g, '').split(/\r?\n/, 1)
  return [',', ';', '\t'].map(mark => ({ mark, count: first.split(mark).length })).sort((a, b) => b.count - a.count)[0]!.mark
}
