import type { Word } from '../model/evidence'
import type { LearnedPlace } from '../model/learned'
import type { MarkedBox } from './ticked'

/** What is known of a document before its fields are filled. */
export interface FillEvidence {
  /** Named groups of the barcode that started the document, and the whole as `value`. */
  barcode: Record<string, string>
  /** Words of each page, in page order. */
  pages: readonly (readonly Word[])[]
  /** What a second reading of the same pages gave, larger and smoothed; left out where there was none. */
  again?: readonly (readonly Word[])[]
  /** The batch's number of each page, for where a value was read; left out, values do not say it. */
  numbers?: readonly number[]
  /** Printed boxes of each page, where a field is filled from ticks. */
  boxes?: readonly (readonly MarkedBox[])[]
  /** The name of the file that the document's first page came from, without its folder; null for what was scanned. */
  file?: string | null
  /** What a person said of the whole batch before it was scanned, by field. */
  given?: Record<string, string>
  /** Languages of its words, as tesseract names them. */
  languages?: readonly string[]
  /** Where people found values on documents before, by field; only what is sure enough to be looked at. */
  learned?: Readonly<Record<string, LearnedPlace>>
  /** Values of the business records that were found, by system. */
  records: Record<string, Record<string, string>>
  /** Who has a value already that may be there once, in words: "document 4 of this batch"; null where nobody does. */
  taken?: (field: string, value: string) => string | null
}
