import { fillFields } from '../fields/fill'
import { printedLabels, type OthersLabels } from '../fields/printedLabels'
import type { Word } from '../model/evidence'
import type { Field, ValueSource } from '../rubric/field'
import { fewestDocuments, mostly } from '../model/learned'
import type { DocumentType } from '../rubric/rubric'
import { patternLike } from '../pattern/like'
import { letters } from '../text/labelPlaces'
import { labelsBeside, readsLike } from './labels'
import { learnPlace, placeSpeaks, standingsOf } from './places'
import type { Suggestion, Tally } from './suggestion'

/** A document as people left it: what was known of it, and its values. */
export interface LeftDocument {
  barcode: Record<string, string>
  pages: readonly (readonly Word[])[]
  values: Readonly<Record<string, { value: string; taught: boolean }>>
}

/** How a field does on documents, against what people left in it. */
function tally(field: Field, documents: readonly LeftDocument[], languages: readonly string[], labels: OthersLabels): Tally {
  const found: Tally = { right: 0, wrong: 0, open: 0 }
  for (const { barcode, pages, values } of documents) {
    const left = values[field.id]?.value
    if (left === undefined) continue
    const value = fillFields({ fields: [field] }, { barcode, pages, languages, records: {} }, labels).fields[field.id]?.value
    if (value === undefined) found.open++
    else if (letters(value) === letters(left)) found.right++
    else found.wrong++
  }
  return found
}

/** The pattern that most values fit which are made like them; one that the field has by itself comes first. */
function patternOf(field: Field, values: readonly string[]): string {
  if (field.pattern) return field.pattern.replace(/^\^|\$$/g, '')
  const counts = new Map<string, number>()
  for (const value of values) {
    const pattern = patternLike(value)
    counts.set(pattern, (counts.get(pattern) ?? 0) + 1)
  }
  const [best] = [...counts].sort((a, b) => b[1] - a[1])
  return best && best[1] >= values.length * mostly ? best[0] : '.+'
}

/**
 * What a field of a type could be read by, where people had to give it: its printed label, else its place. Only what does
 * better on the same documents than the rubric does, and is wrong no more often.
 * @param documents of the type, the newest first
 */
export function suggestForType(type: DocumentType, documents: readonly LeftDocument[], languages: readonly string[]): Suggestion[] {
  const others = printedLabels(type.fields)
  return type.fields.flatMap(field => suggestForField(type.id, field, documents, languages, others) ?? [])
}

function suggestForField(
  type: string,
  field: Field,
  documents: readonly LeftDocument[],
  languages: readonly string[],
  others: OthersLabels,
): Suggestion | null {
  const known = documents.filter(({ values }) => values[field.id])
  const taught = known.filter(({ values }) => values[field.id]!.taught)
  if (taught.length < fewestDocuments) return null
  const before = tally(field, known, languages, others)
  const offers: Suggestion[] = []
  const offer = (source: ValueSource, key: string, shown: number, instead: string | null) => {
    const after = tally({ ...field, from: [...field.from, source] }, known, languages, others)
    if (after.right >= before.right + fewestDocuments - 2 && after.wrong <= before.wrong)
      offers.push({ key, change: { do: 'source', type, field: field.id, source }, instead, shown, of: taught.length, before, after })
  }

  const stands = taught.map(({ values, pages }) => ({ pages, at: standingsOf(field, values[field.id]!.value, pages, languages) }))
  // As printed: a date of the page is not written as it is kept.
  const printed = stands.flatMap(({ at }) => (at[0] ? [at[0].text] : []))
  const pattern = patternOf(field, printed)
  const labels = new Map<string, { text: string; count: number }>()
  for (const { pages, at } of stands) {
    const beside = new Set(at.flatMap(({ page, box }) => labelsBeside(pages[page]!, box)))
    for (const text of beside) labels.set(letters(text), { text, count: (labels.get(letters(text))?.count ?? 0) + 1 })
  }
  const own = field.from.flatMap(source => ('text' in source && 'near' in source.text ? [source.text.near] : []))
  for (const { text, count } of labels.values()) {
    const instead = own.find(label => letters(label) !== letters(text) && readsLike(label, text)) ?? null
    // A label that is sometimes misread is worth a rule of its own; a new one has to stand there mostly.
    if (count < (instead ? 3 : Math.max(fewestDocuments, taught.length * mostly))) continue
    offer({ text: { near: text, value: pattern } }, `label ${type}.${field.id} ${letters(text)}`, count, instead)
  }
  const place = learnPlace(
    field,
    known.map(({ pages, values }) => ({ pages, ...values[field.id]! })),
    languages,
  )
  // A zone is one layout's.
  if (place?.layouts.length === 1 && placeSpeaks(place)) {
    const { x, y, width, height } = place.layouts[0]!.box
    const rounded = (value: number) => Math.round(Math.max(0, value) * 100) / 100
    const zone = {
      x: rounded(x - 0.15),
      y: rounded(y - 0.08),
      width: rounded(width + 0.3),
      height: rounded(height + 0.16),
      unit: 'in' as const,
    }
    offer({ text: { zone, value: pattern } }, `place ${type}.${field.id}`, place.measured.right, null)
  }
  // Of several the one that does best; a label rather than a place, since paper moves.
  return offers.sort((a, b) => b.after!.right - a.after!.right)[0] ?? null
}
