import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'
import type { Field } from '../rubric/field'
import { labelPlaces, letters, standsAlone } from '../text/labelPlaces'

/** Where labels stand on a page that are not a field's own. */
export type OthersLabels = (words: readonly Word[], field: Field) => Box[]

const labelsOf = (field: Field): string[] =>
  field.from.flatMap(source =>
    'text' in source && 'near' in source.text ? [source.text.near] : 'table' in source ? Object.values(source.table.headings) : [],
  )

/** The labels beside which fields are looked for, and their tables' headings; a page is looked over once, whichever fields ask. */
export function printedLabels(fields: readonly Field[]): OthersLabels {
  const labels = [...new Set(fields.flatMap(labelsOf))]
  const seen = new Map<readonly Word[], { label: string; place: Box }[]>()
  const on = (words: readonly Word[]) =>
    labels.flatMap(label =>
      labelPlaces(words, label)
        .filter(place => standsAlone(words, place))
        .map(place => ({ label: letters(label), place })),
    )
  return (words, field) => {
    const found = seen.get(words) ?? on(words)
    seen.set(words, found)
    const own = new Set(labelsOf(field).map(letters))
    return found.flatMap(({ label, place }) => (own.has(label) ? [] : [place]))
  }
}
