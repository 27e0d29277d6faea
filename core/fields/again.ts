import type { Fields } from '../model/rubric'
import type { Filled } from './fill'

/**
 * Whether a second reading of a document's pages may help: a table is read from them, whose single figures get lost, or a
 * field that text or a tick should fill is required or has only candidates.
 */
export const wantsAgain = (type: Fields | null, { fields, candidates, missing }: Filled): boolean =>
  (type?.fields ?? []).some(field =>
    field.from.some(
      source =>
        'table' in source ||
        (('text' in source || 'ticked' in source) &&
          !fields[field.id] &&
          (missing.includes(field.id) || candidates[field.id] || 'ticked' in source)),
    ),
  )
