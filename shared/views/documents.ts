import type { BatchState } from '../../core/model/batchState'
import type { Candidates, FieldValue } from '../../core/model/ledger'
import type { BusinessRecord, LookupAnswers } from '../../core/model/lookup'
import type { Field } from '../../core/model/field'
import type { CutSide } from '../../core/raster/measures'
import type { Act } from '../../core/model/rights'
import type { Returned } from '../../core/model/verdict'
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
  /** How many places of it are blacked out. */
  black: number
  colour: 'mono' | 'grey' | 'colour' | null
  /** How far it was turned to be straight, in degrees. */
  skewDeg: number
  /** It never was paper: its text is its own. */
  bornDigital: boolean
  /** How much darker its print is than its paper, 0 to 1; null where that was not measured, or there is none. */
  contrast: number | null
  /** The sides over which its print runs. */
  cut: CutSide[] | null
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
  /** Why it is of that type, where nothing but its likeness to others says so. */
  typeWhy: string | null
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
  /** Whose turn it is where fields are keyed twice: 1, 2, or 3 for whoever decides. */
  pass: number
  /** Its files open with a code alone, which is given again where they are made anew. */
  needsCode: boolean
  /** A second person checks it. */
  drawn: boolean
  /** What a checker found wrong, until it is confirmed again. */
  returned: Returned | null
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
  /** What whoever asks may do in its batch. */
  may: Act[]
  /** How many documents its batch has. */
  documents: number
  /** What it can be besides, in the rubric's order. */
  types: { id: string; label: string; group: string | null }[]
  /** Who enters its values now. */
  holder: { id: string; name: string } | null
  /** What was typed and is not kept as values yet, by field. */
  draft: DocumentValues | null
  /** Values of the document before it, of the same type. */
  before: DocumentValues
  /** Fields that are keyed by two people who do not see each other's values; none once they are agreed. */
  twice: string[]
  /** Whoever asks keyed it before, so that it is somebody else's turn. */
  keyedBefore: boolean
  /** Where two people keyed differently: what each of them did, for the third who decides. */
  keyed: DocumentValues[]
}

/** What a field may hold that begins as it is typed; `key` is the value by which a record is looked up in its system. */
export interface Suggestions {
  frequent: string[]
  records: (BusinessRecord & { system: string; key: string })[]
}

/** Kept values by field. */
export type DocumentValues = Record<string, string>

/** A document on the strip of its batch. */
export interface SiblingView {
  id: number
  position: number
  type: string | null
  state: DocumentState
  filled: boolean
  missing: boolean
  doubtful: boolean
  pass: number
  /** Its first value, or the first words on its first page. */
  words: string
  /** It waits to be checked. */
  toCheck: boolean
  /** Who is at it now. */
  holder: string | null
}

/** A document as a row of the table of its batch. */
export interface BulkRow {
  id: number
  position: number
  state: DocumentState
  filled: boolean
  missing: string[]
  values: DocumentValues
  /** Another person who is at it. */
  holder: string | null
  /** Who typed something on its card that is not kept yet. */
  typedBy: string | null
}

/** The documents of one type in a batch, to be edited like a sheet. */
export interface BulkView {
  batch: string
  types: { id: string; label: string }[]
  type: string | null
  /** Fields that are keyed twice are not among them. */
  fields: Field[]
  languages: string[]
  rows: BulkRow[]
}

/** What became of the rows that were kept. */
export interface BulkKept {
  kept: number[]
  faults: { document: number; field: string | null; why: string }[]
}

/** A line of a document's history, as the trail has it. */
export interface HistoryLine {
  id: number
  at: string
  actor: 'person' | 'token' | 'worker'
  person: string | null
  what: string
  old: unknown
  new: unknown
}
