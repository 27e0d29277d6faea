import type { Word } from '../model/evidence'
import type { Rubric } from '../rubric/rubric'
import { findText } from '../text/find'

/** Whether the pages of documents are read: for their files, or because a type is told by its words. */
export const readsDocuments = (rubric: Rubric): boolean =>
  rubric.read.ocr || (rubric.redact?.patterns.length ?? 0) > 0 || rubric.types.some(type => type.when.length > 0)

/**
 * The type that a document's words show: the first, in the rubric's order, of which one entry of `when` fits a page.
 * Null where none does.
 * @param pages the words of each page, in page order
 */
export function recognisedType(rubric: Rubric, pages: readonly (readonly Word[])[]): string | null {
  const type = rubric.types.find(one => one.when.some(({ text }) => pages.some(words => findText(words, text) !== null)))
  return type?.id ?? null
}
