import type { FaultKind } from '~~/core/model/verdict'

/** What can be wrong with a document. */
export const faultWords: Record<FaultKind, string> = {
  value: 'a value is wrong',
  type: 'it is of another type',
  pages: 'a page is missing, or belongs elsewhere',
  picture: 'a page is bad: scan it again',
}
