import type { FieldValue } from '../model/ledger'
import type { Word } from '../model/evidence'
import type { Fields, Field, ValueSource } from '../model/rubric'
import { findText } from '../text/find'
import { checkValue } from './fieldValue'
import { lookupParts } from './lookups'

/** What is known of a document before its fields are filled. */
export interface FillEvidence {
  /** Named groups of the barcode that started the document, and the whole as `value`. */
  barcode: Record<string, string>
  /** Words of each page, in page order. */
  pages: readonly (readonly Word[])[]
  /** What a person said of the whole batch before it was scanned, by field. */
  given?: Record<string, string>
  /** Languages of its words, as tesseract names them. */
  languages?: readonly string[]
  /** Values of the business records that were found, by system. */
  records: Record<string, Record<string, string>>
}

export interface Filled {
  fields: Record<string, FieldValue>
  missing: string[]
}

function candidate(source: ValueSource, evidence: FillEvidence): { raw: string; from: FieldValue['from']; confidence: number } | null {
  if ('barcode' in source) {
    const raw = evidence.barcode[source.barcode]
    return raw === undefined ? null : { raw, from: 'barcode', confidence: 1 }
  }
  if ('value' in source) return { raw: source.value, from: 'value', confidence: 1 }
  if ('lookup' in source) {
    const { system, key } = lookupParts(source.lookup)
    const raw = evidence.records[system]?.[key]
    return raw === undefined ? null : { raw, from: 'lookup', confidence: 1 }
  }
  for (const words of evidence.pages) {
    const found = findText(words, source.text)
    if (found) return { raw: found.value, from: 'text', confidence: found.confidence }
  }
  return null
}

function fillField(field: Field, evidence: FillEvidence): FieldValue | null {
  const given = evidence.given?.[field.id]
  if (given !== undefined) return { value: given, from: 'person', confidence: 1 }
  for (const source of field.from) {
    const found = candidate(source, evidence)
    if (!found) continue
    const checked = checkValue(field, found.raw, evidence.languages)
    if (checked.ok) return { value: checked.value, from: found.from, confidence: Math.round(found.confidence * 100) / 100 }
  }
  return null
}

/** Values for a document's fields: each field's sources in order, the first valid one wins. */
export function fillFields(type: Fields | null, evidence: FillEvidence): Filled {
  const fields: Record<string, FieldValue> = {}
  for (const field of type?.fields ?? []) {
    const value = fillField(field, evidence)
    if (value) fields[field.id] = value
  }
  return { fields, missing: missingFields(type, fields) }
}

/** Ids of required fields without a value. */
export function missingFields(type: Fields | null, fields: Record<string, FieldValue>): string[] {
  return (type?.fields ?? []).filter(field => field.required && !fields[field.id]).map(field => field.id)
}
