import type { Field } from '../rubric/field'
import type { Fields } from '../rubric/rubric'
import type { Filled } from './fill'

/** Values stand on a document's first pages, but for those that were found elsewhere. */
const firstPages = 4
/** Rows of a table go on over so many pages behind the one on which it begins. */
const tablePages = 2

/** Whether a second reading may help a field: a table's single figures get lost, or what text or a tick should fill is open. */
function wantsAgain(field: Field, { fields, candidates, missing }: Filled): boolean {
  return field.from.some(
    source =>
      'table' in source ||
      (('text' in source || 'ticked' in source) &&
        !fields[field.id] &&
        (missing.includes(field.id) || candidates[field.id] || 'ticked' in source)),
  )
}

/**
 * The pages of a document of which a second reading may help, by their places from 0; a long document is not read twice for one value.
 * @param numbers what its pages are called where a value was read
 */
export function pagesAgain(type: Fields | null, filled: Filled, numbers: readonly number[], pages: number): number[] {
  const wanting = (type?.fields ?? []).filter(field => wantsAgain(field, filled))
  if (!wanting.length) return []
  const found = new Set(Array.from({ length: Math.min(firstPages, pages) }, (_, at) => at))
  for (const { id, from } of wanting) {
    for (const value of [...(filled.fields[id] ? [filled.fields[id]] : []), ...(filled.candidates[id] ?? [])]) {
      const at = value.page === undefined ? -1 : numbers.indexOf(value.page)
      if (at === -1) continue
      const last = from.some(source => 'table' in source) ? at + tablePages : at
      for (let page = at; page <= Math.min(last, pages - 1); page++) found.add(page)
    }
  }
  return [...found].sort((a, b) => a - b)
}
