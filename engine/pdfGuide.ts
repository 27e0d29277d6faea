import { blocksOf } from '../core/text/blocks'
import type { PageToMake } from './pageToMake'

const mostLetters = 120

/** What a document's list of contents says of each page: its heading, by the size of its print; null where it has none. */
export function bookmarksOf(title: string, pages: readonly Pick<PageToMake, 'words'>[]): (string | null)[] {
  if (pages.length < 2) return pages.map(() => null)
  return pages.map((page, at) => {
    const heading = blocksOf(page.words).find(block => block.kind === 'heading')
    const text = heading?.kind === 'heading' ? heading.text.slice(0, mostLetters).trim() : null
    return at === 0 ? title || text : text
  })
}

/**
 * What pages of sheets with two sides are called: 1r and 1v are front and back of the document's first sheet, so that a
 * reader sees that a blank back is not missing. Null where no page is a back.
 */
export function pageLabelsOf(pages: readonly Pick<PageToMake, 'sheet' | 'side'>[]): string[] | null {
  if (!pages.some(page => page.side === 'back') || pages.some(page => page.sheet === undefined)) return null
  const sheets = [...new Set(pages.map(page => page.sheet))]
  return pages.map(page => `${sheets.indexOf(page.sheet) + 1}${page.side === 'back' ? 'v' : 'r'}`)
}
