import type { Field } from '../model/rubric'
import { patternWords } from '../pattern/parts'
import { patternOf } from '../pattern/pattern'
import { formatDate, parseDate } from './dates'
import { passesLuhn } from './luhn'

/** A value in its kept form, or why it cannot be taken. */
export type Checked = { ok: true, value: string } | { ok: false, why: string }

const defaultDateFormat = 'dd/MM/yyyy'
const email = /^[^\s@<>()",;:\\]+@[A-Za-z0-9-]+(\.[A-Za-z0-9-]+)+$/

/** Checks raw text against a field: its kind first, then pattern and check digit. */
export function checkValue(field: Field, raw: string): Checked {
  const text = raw.trim()
  const fail = (expected: string): Checked => ({ ok: false, why: `${field.label}: ${JSON.stringify(text)} is not ${expected}.` })
  if (text === '') return { ok: false, why: `${field.label} is empty.` }
  const kept = keptForm(field, text)
  if (kept === null) return fail(expectedOf(field))
  if (field.pattern && !patternOf(field.pattern).test(kept)) return fail(formWords(field.pattern))
  if (field.check === 'luhn' && !passesLuhn(kept)) return fail('right: its check digit does not agree, so a digit was misread or mistyped')
  return { ok: true, value: kept }
}

function keptForm(field: Field, text: string): string | null {
  switch (field.kind) {
    case 'text': return text
    case 'email': return email.test(text) ? text : null
    case 'choice': return field.choices?.find(choice => choice.toLowerCase() === text.toLowerCase()) ?? null
    case 'date': return parseDate(text, field.format ?? defaultDateFormat) ?? parseDate(text, 'yyyy-MM-dd')
    case 'number': return keptNumber(field, text)
    case 'yes-no': return /^(yes|y|true|1)$/i.test(text) ? 'yes' : /^(no|n|false|0)$/i.test(text) ? 'no' : null
  }
}

function keptNumber(field: Field, text: string): string | null {
  const plain = /^[-+]?\d{1,3}([ ,']\d{3})+(\.\d+)?$/.test(text) ? text.replace(/[ ,']/g, '') : text.replace(/^([-+]?\d+),(\d+)$/, '$1.$2')
  if (!/^[-+]?\d+(\.\d+)?$/.test(plain)) return null
  const value = Number(plain)
  const decimals = plain.split('.')[1]?.length ?? 0
  const outside = value < (field.min ?? -Infinity) || value > (field.max ?? Infinity)
  if (outside || decimals > (field.decimals ?? Infinity)) return null
  return field.decimals === undefined ? plain.replace(/^\+/, '') : value.toFixed(field.decimals)
}

/** "eight digits", or "in the form ‘MP’, two digits" where there are several parts. */
function formWords(pattern: string): string {
  const words = patternWords(pattern)
  return words === pattern || words.includes(',') || words.startsWith('‘') ? `in the form ${words}` : words
}

/** What the field expects, in words; for messages and for the hint below an input. */
export function expectedOf(field: Field): string {
  switch (field.kind) {
    case 'text': return field.pattern ? formWords(field.pattern) : 'any text'
    case 'email': return 'an e-mail address'
    case 'yes-no': return 'yes or no'
    case 'choice': return `one of ${field.choices?.join(', ')}`
    case 'date': return `a date as ${field.format ?? defaultDateFormat}`
    case 'number': {
      const bounds = [field.min !== undefined && `from ${field.min}`, field.max !== undefined && `to ${field.max}`].filter(Boolean).join(' ')
      const decimals = field.decimals === undefined ? '' : ` with at most ${field.decimals} decimals`
      return `a number${bounds && ` ${bounds}`}${decimals}`
    }
  }
}

/** A kept value as people read and type it. */
export function shownValue(field: Field, kept: string): string {
  return field.kind === 'date' && kept ? formatDate(kept, field.format ?? defaultDateFormat) : kept
}
