import type { Answer } from './evidence'
import type { Fate, FieldValue, Totals } from './ledger'
import type { DocumentType } from './rubric'

// What the server tells the interface. Times are ISO 8601.

export type Role = 'clerk' | 'checker' | 'steward'
export interface Person { id: string, name: string, roles: Role[] }

export const batchStates = ['receiving', 'sorting', 'to fix', 'to index', 'to check', 'sending', 'done', 'held', 'abandoned'] as const
export type BatchState = typeof batchStates[number]
export type DocumentState = 'open' | 'indexed' | 'checked' | 'sent'
export type LoadState = 'asked' | 'scanning' | 'ended' | 'failed' | 'cancelled'
export type SlipState = 'waiting' | 'delivered' | 'failed'

export interface RubricChoice { id: string, name: string, version: number, words: string[] }
export interface DeviceChoice { id: string, name: string, status: { state: 'idle' | 'busy' | 'stopped', feederLoaded: boolean | null } | null }

export interface BatchRow {
  id: number
  name: string
  state: BatchState
  rubric: string
  owner: string
  created_at: string
  sides: number
  asking: number
  open_documents: number
  documents: number
  failed_slips: number
  /** A load is under way. */
  scanning: boolean
}

export interface LoadView { id: number, device: string, device_id: string, state: LoadState, cancelAsked: boolean, trouble: string | null, sides: number }

export interface PageView {
  id: number
  position: number
  sheet: number
  side: 'front' | 'back'
  examined: boolean
  read: boolean
  thumbnail: boolean
  aspect: number | null
  fate: Fate | null
  why: string | null
  heading: boolean
  asks: boolean
  document: number | null
}

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

export interface BatchDetail {
  id: number
  name: string
  state: BatchState
  trouble: string | null
  rubric: string
  owner: string
  created_at: string
  loads: LoadView[]
  pages: PageView[]
  documents: DocumentView[]
  /** Sides by fate; `undecided` are not split yet. */
  totals: Totals & { undecided: number }
}

export interface Question {
  id: number
  position: number
  why: string
  widthPx: number
  heightPx: number
  dpi: number
  /** Where the doubtful code stands, in inches; null where the whole page is in question. */
  spot: { x: number, y: number, width: number, height: number } | null
  /** The newest value that was read or typed before this page. */
  lastValue: string | null
}
export interface Questions { questions: Question[], patterns: string[], anyValue: boolean }
export type { Answer }

export interface PageOfDocument { id: number, position: number, sheet: number, side: 'front' | 'back', widthPx: number, heightPx: number, dpi: number, why: string }
export interface FileOfDocument { id: number, name: string, media_type: string, bytes: number, sha256: string }

export interface SlipRow {
  id: number
  document: number
  batch: number
  batch_name: string
  title: string
  destination: string
  state: SlipState
  place: string | null
  answer: string | null
  trouble: string | null
  attempts: number
  created_at: string
  delivered_at: string | null
  sha256: string | null
  bytes: number | null
}

export interface DocumentDetail {
  id: number
  batch: number
  position: number
  type: string | null
  state: DocumentState
  filled: boolean
  fields: Record<string, FieldValue>
  missing: string[]
  indexed_by: string | null
  indexed_at: string | null
}

export interface DocumentPage extends DocumentDetail {
  batchName: string
  batchState: BatchState
  rubric: string
  documentType: DocumentType | null
  pages: PageOfDocument[]
  files: FileOfDocument[]
  slips: SlipRow[]
  siblings: { id: number, position: number, state: DocumentState, missing: number, filled: boolean }[]
}
