import type { NameContext } from '../../core/name/template'
import { formatFacts, type FormatFacts, type FormatName } from '../../core/model/fileFormats'
import type { Layout } from '../layOut'
import type { PageToMake } from '../pdfOut'

/** A document ready to be made into files. */
export interface DocumentToMake {
  name: NameContext
  title: string
  created: Date
  language: string
  pages: readonly PageToMake[]
  layout: Layout
  /** The code without which a PDF does not open. */
  protect: string | null
  /** What a JSON file of the document holds. */
  index: Record<string, unknown>
}

/** A kind of file: what it is, and how it is written. */
export interface Format extends FormatFacts {
  /** Writes pages of a document to a new file. */
  write: (path: string, pages: readonly PageToMake[], document: DocumentToMake) => Promise<void>
}

/** One kind of file that a rubric may ask for: its facts stand in `core/model/fileFormats`. */
export const defineFormat = (name: FormatName, write: Format['write']): Format => ({ ...formatFacts(name), write })
