import type { BatchState } from '../../core/model/batchState'
import type { Candidates, FieldValue } from '../../core/model/ledger'
import type { LookupAnswers } from '../../core/model/lookup'
import type { DocumentType } from '../../core/model/rubric'
import type { SlipRow } from './slips'

export type DocumentState = 'open' | 'indexed' | 'checked' | 'sent'
export interface DocumentView {
  id: number
  position: number
  type: string | null
  state: DocumentState
  filled: boolean
  barcode: string | null
  fields: Record<string, FieldValue>
  missing: string[]
}
export interface PageOfDocument {
  id: number
  picture: string | null
  position: number
  sheet: number
  side: 'front' | 'back'
  widthPx: number
  heightPx: number
  dpi: number
  why: string
}
export interface FileOfDocument {
  id: number
  name: string
  media_type: string
  bytes: number
  sha256: string
  edition: number
}
export interface DocumentDetail {
  id: number
  batch: number
  position: number
  type: string | null
  state: DocumentState
  filled: boolean
  fields: Record<string, FieldValue>
  /** What the machine found and did not take, with the reason. */
  candidates: Candidates
  missing: string[]
  indexed_by: string | null
  indexed_at: string | null
  lookups: LookupAnswers
  /** How often it was finished: 1, and one more for each time that pages were added to it afterwards. */
  edition: number
  /** Its words are there, so that it can be confirmed. */
  read: boolean
}
export interface DocumentPage extends DocumentDetail {
  batchName: string
  batchState: BatchState | ''
  rubric: string
  documentType: DocumentType | null
  /** That its text may be in. */
  languages: string[]
  pages: PageOfDocument[]
  files: FileOfDocument[]
  slips: SlipRow[]
  siblings: { id: number; position: number; state: DocumentState; missing: number; filled: boolean }[]
}
