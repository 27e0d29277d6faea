import type { Field } from '../model/rubric'
import { formWords } from '../pattern/parts'
import { patternOf } from '../pattern/pattern'
import { kindOf } from './kinds'
import { passesLuhn } from './luhn'

/** A value in its kept form, or why it cannot be taken. */
export type Checked = { ok: true; value: string } | { ok: false; why: string }

/**
 * Checks raw text against a field: its kind first, then pattern and check digit.
 * @param languages that the text may be in, besides English; as tesseract names them
 */
export function checkValue(field: Field, raw: string, languages: readonly string[] = []): Checked {
  const text = raw.trim()
  const fail = (expected: string): Checked => ({ ok: false, why: `${field.label}: ${JSON.stringify(text)} is not ${expected}.` })
  if (text === '') return { ok: false, why: `${field.label} is empty.` }
  const kept = kindOf(field).keep(field, text, languages)
  if (kept === null) return fail(expectedOf(field))
  if (field.pattern && !patternOf(field.pattern).test(kept)) return fail(formWords(field.pattern))
  if (field.check === 'luhn' && !passesLuhn(kept)) return fail('right: its check digit does not agree, so a digit was misread or mistyped')
  return { ok: true, value: kept }
}

/** What the field expects, in words; for messages and for the hint below an input. */
export const expectedOf = (field: Field): string => kindOf(field).expects(field)

/** A kept value as people read and type it. */
export const shownValue = (field: Field, kept: string): string => kindOf(field).show(field, kept)
