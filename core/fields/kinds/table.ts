import { z } from 'zod'
import { defineKind } from './kind'

/** Rows of cells by the column's id; a cell without a value is left out. */
export const Rows = z.array(z.record(z.string(), z.string())).max(5000)
export type Rows = z.infer<typeof Rows>

/** The rows of a kept table. */
export function rowsOf(kept: string): Rows {
  const parsed = Rows.safeParse(parsedJson(kept))
  return parsed.success ? parsed.data : []
}

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** Kept as JSON; its cells are checked by `checkValue`, which knows what its columns are. */
export default defineKind({
  name: 'table',
  control: 'rows',
  keep(field, text) {
    const rows = Rows.safeParse(parsedJson(text))
    if (!rows.success || rows.data.length === 0) return null
    const known = new Set((field.columns ?? []).map(column => column.id))
    return rows.data.every(row => Object.keys(row).every(id => known.has(id))) ? JSON.stringify(rows.data) : null
  },
  expects: field => `rows of ${(field.columns ?? []).map(column => column.label).join(', ')}`,
  show: (_, kept) =>
    rowsOf(kept)
      .map(row => Object.values(row).join(', '))
      .join('; '),
  write: rowsOf,
})
