import type { SplitOutcome } from './types'

/**
 * Keeps confirmed documents as they are: pages of a later load that would follow one wait for a person instead. Any
 * other change to one is left to whoever stores the outcome to refuse.
 * @param confirmed the pages of each confirmed document, by its first page
 * @param loose pages that are in no document yet
 */
export function sealed(outcome: SplitOutcome, confirmed: ReadonlyMap<number, readonly number[]>, loose: ReadonlySet<number>): SplitOutcome {
  const waiting = new Map<number, boolean>()
  const documents = outcome.documents.map(document => {
    const own = confirmed.get(document.pages[0]!)
    const added = own ? document.pages.slice(own.length) : []
    if (!own || added.length === 0 || added.some(page => !loose.has(page)) || own.some((page, at) => document.pages[at] !== page))
      return document
    added.forEach((page, at) => waiting.set(page, at === 0))
    return { ...document, pages: [...own] }
  })
  if (waiting.size === 0) return outcome
  const pages = outcome.pages.map(page => {
    const asks = waiting.get(page.page)
    if (asks === undefined) return page
    const why = asks ? 'Waits for a person: it would follow a document that is confirmed already.' : 'Waits with the page before it.'
    return { ...page, fate: 'held' as const, why, note: null, document: null, heading: false, asks }
  })
  return { pages, documents }
}
