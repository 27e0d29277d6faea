import { localIso } from '../core/fields/dates'
import type { FieldValue } from '../core/model/ledger'
import { typeOf, type DocumentType, type Rubric } from '../core/rubric/rubric'
import { renderText, type NameContext } from '../core/name/template'
import { writtenFields } from '../core/fields/written'
import { kindOf } from '../core/fields/kinds'
import { shownValue } from '../core/fields/fieldValue'
import type { DocumentToMake } from './formats/format'
import type { PageToMake } from './pageToMake'

export interface DocumentFacts {
  rubric: Rubric
  batch: string
  /** Position in the batch, from 1. */
  document: number
  type: string | null
  fields: Record<string, FieldValue>
  /** Named groups of the barcode; a file name may ask for one that is no field. */
  barcode: Record<string, string>
  created: Date
  /** The office's, by which the name's date is told: an IANA name. */
  timeZone: string
  pages: readonly PageToMake[]
  protect?: string | null
}

/** What the files of a document are called and say, from its index values. */
export function documentToMake(facts: DocumentFacts): DocumentToMake {
  const type = typeOf(facts.rubric, facts.type)
  const values = Object.fromEntries(Object.entries(facts.fields).map(([id, { value }]) => [id, inLine(type, id, value)]))
  const heading = type?.fields.map(field => facts.fields[field.id] && shownValue(field, facts.fields[field.id]!.value)).find(Boolean)
  const { scan, clean } = facts.rubric
  const name: NameContext = {
    type: type?.id ?? 'document',
    batch: facts.batch,
    seq: facts.document,
    pages: facts.pages.length,
    date: localIso(facts.created, facts.timeZone).slice(0, 10),
    values: { ...facts.barcode, ...values },
  }
  const stamp = clean.stamp
  return {
    name,
    layout: {
      card: clean.card,
      paper: scan.paper,
      percent: scan.percent,
      place: stamp?.place ?? 'bottom-right',
      stamp: stamp ? page => renderText(stamp.text, name, page) : null,
    },
    title: [type?.label ?? facts.rubric.name, heading].filter(Boolean).join(' '),
    subject: [type?.label, facts.batch].filter(Boolean).join(', '),
    created: facts.created,
    language: 'en',
    pages: facts.pages,
    protect: facts.protect ?? null,
    index: {
      document: facts.document,
      type: type?.id ?? null,
      pages: facts.pages.length,
      values: Object.fromEntries(Object.entries(writtenFields(type, facts.fields, {})).map(([id, { value }]) => [id, value])),
      shown: Object.fromEntries((type?.fields ?? []).map(field => [field.id, values[field.id] ?? ''])),
      numbers: (type?.fields ?? []).filter(field => field.kind === 'number').map(field => field.id),
      labels: Object.fromEntries((type?.fields ?? []).map(field => [field.id, field.label])),
    },
  }
}

/** A value as it stands in a name: several choices or rows on one line. */
function inLine(type: DocumentType | null, id: string, kept: string): string {
  const field = type?.fields.find(one => one.id === id)
  return field && Array.isArray(kindOf(field).write(kept)) ? shownValue(field, kept) : kept
}
