import type { Checkable } from '../rubric/field'
import { formWords } from '../pattern/parts'
import { patternOf } from '../pattern/pattern'
import { agreeingDigit, passesCheck } from './checkDigits'
import { kindOf } from './kinds'
import { rowsOf, type Rows } from './kinds/table'

/** A value in its kept form, or why it cannot be taken. */
export type Checked = { ok: true; value: string } | { ok: false; why: string }

/**
 * Checks raw text against a field: its kind first, then pattern and check digit; a table cell by cell.
 * @param languages that the text may be in, besides English; as tesseract names them
 */
export function checkValue(field: Checkable, raw: string, languages: readonly string[] = []): Checked {
  const text = raw.trim()
  const fail = (expected: string): Checked => ({ ok: false, why: `${field.label}: ${JSON.stringify(text)} is not ${expected}.` })
  if (text === '') return { ok: false, why: `${field.label} is empty.` }
  const kept = kindOf(field).keep(field, text, languages)
  if (kept === null) return fail(expectedOf(field))
  if (field.kind === 'table') return checkRows(field, rowsOf(kept), languages)
  if (field.pattern && !patternOf(field.pattern).test(kept)) return fail(formWords(field.pattern))
  if (!passesCheck(field.check, kept)) {
    const digit = agreeingDigit(field.check, kept)
    return fail(`right: its check digit ${digit === null ? 'does not agree' : `would be ${digit}`}, so a digit was misread or mistyped`)
  }
  return { ok: true, value: kept }
}

function checkRows(field: Checkable, rows: Rows, languages: readonly string[]): Checked {
  const kept: Rows = []
  for (const [at, row] of rows.entries()) {
    const cells: Record<string, string> = {}
    for (const column of field.columns ?? []) {
      const text = row[column.id] ?? ''
      const where = `${field.label}, row ${at + 1}: `
      if (text.trim() === '') {
        if (column.required) return { ok: false, why: `${where}${column.label} is empty.` }
        continue
      }
      const checked = checkValue({ ...column, columns: undefined }, text, languages)
      if (!checked.ok) return { ok: false, why: where + checked.why }
      cells[column.id] = checked.value
    }
    if (Object.keys(cells).length) kept.push(cells)
  }
  return kept.length ? { ok: true, value: JSON.stringify(kept) } : { ok: false, why: `${field.label} is empty.` }
}

/** What the field expects, in words; for messages and for the hint below an input. */
export const expectedOf = (field: Checkable): string => kindOf(field).expects(field)

/** A kept value as people read and type it. */
export const shownValue = (field: Checkable, kept: string): string => kindOf(field).show(field, kept)
