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
  const lines = pages.map(page => row([
    page.page, page.source, page.sourcePage, page.sheet, page.side, page.half ?? null, page.fate, page.document, page.barcodes.map(code => code.value).join(' '), page.ink, page.skewDeg, page.why,
  ]))
  return `${row(['page', 'source', 'source page', 'sheet', 'side', 'half', 'fate', 'document', 'barcodes', 'ink', 'skew in degrees', 'why'])}${lines.join('')}`
    + Object.entries(totals).map(([name, count]) => row(['total', name, count])).join('')
}

/** The rows of a CSV (RFC 4180), with commas, semicolons or tabs between cells; empty lines are left out. */
export function parseCsv(text: string): string[][] {
  const separator = [',', ';', '\t'].map(mark => ({ mark, count: (text.split(/\r?\n/, 1)[0] ?? '').split(mark).length })).sort((a, b) => b.count - a.count)[0]!.mark
  const rows: string[][] = [[]]
  let cell = ''
  let quoted = false
  const body = text.replace(/^\uFEFF/, '')
  for (let at = 0; at <= body.length; at++) {
    const letter = body[at]
    if (quoted && letter !== undefined) {
      if (letter === '"' && body[at + 1] === '"') cell += body[at++]
      else if (letter === '"') quoted = false
      else cell += letter
    } else if (letter === '"' && cell === '') {
      quoted = true
    } else if (letter === separator || letter === '\n' || letter === undefined) {
      rows.at(-1)!.push(cell.replace(/\r$/, '').trim())
      cell = ''
      if (letter === '\n') rows.push([])
    } else {
      cell += letter
    }
  }
  return rows.filter(cells => cells.some(Boolean))
}
