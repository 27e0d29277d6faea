import type { FileSpec } from '../../core/rubric/rubric'
import type { Written } from '../../core/model/ledger'
import type { NameContext } from '../../core/name/template'
import { formatFacts, type FormatFacts, type FormatName } from '../../core/model/fileFormats'
import type { Layout } from '../layOut'
import type { PageToMake } from '../pageToMake'

/** A document ready to be made into files. */
export interface DocumentToMake {
  name: NameContext
  title: string
  subject: string
  created: Date
  language: string
  pages: readonly PageToMake[]
  layout: Layout
  /** The code without which a PDF does not open. */
  protect: string | null
  index: IndexOfDocument
}

/** A document's index values, for files that hold them. */
export interface IndexOfDocument {
  document: number
  type: string | null
  pages: number
  /** As ledgers write them, by field. */
  values: Record<string, Written | null>
  /** As a cell of a list holds them: kept forms, several choices or rows on one line; every field of the type. */
  shown: Record<string, string>
  labels: Record<string, string>
  /** Fields whose values are numbers. */
  numbers: readonly string[]
}

/** A kind of file: what it is, and how it is written. */
export interface Format extends FormatFacts {
  /** Writes pages of a document to a new file. */
  write: (
    path: string,
    pages: readonly PageToMake[],
    document: DocumentToMake,
    spec: Pick<FileSpec, 'layers' | 'compression'>,
  ) => Promise<void>
}

/** One kind of file that a rubric may ask for: its facts stand in `core/model/fileFormats`. */
export const defineFormat = (name: FormatName, write: Format['write']): Format => ({ ...formatFacts(name), write })
