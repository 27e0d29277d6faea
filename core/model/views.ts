import type { Difference, Expected } from '../ledger/expected'
import type { Candidate } from '../split/candidates'
import type { Comparison } from '../split/compare'
import type { Edit } from './edit'
import type { Note } from './note'
import type { RubricChange } from './rubricDifference'
import type { FeederFault } from './feederFault'
import type { Answer, ReadCode, UnreadCode } from './evidence'
import type { LookupAnswers } from './lookup'
import type { Fate, FieldValue, Totals } from './ledger'
import type { BatchState } from './batchState'
import type { Choices } from './choices'
import type { Changeable, DocumentType, Field, Rubric } from './rubric'

// What the server tells the interface. Times are ISO 8601.

export type Role = 'clerk' | 'checker' | 'steward'
export interface Person { id: string, name: string, roles: Role[] }

/** What a program may do with its token: hand in, look, enter values, set up. */
export const scopes = ['capture', 'read', 'index', 'manage'] as const
export type Scope = typeof scopes[number]
export interface TokenView { id: string, name: string, person: string, scopes: Scope[], madeAt: string, endedAt: string | null }

export type DocumentState = 'open' | 'indexed' | 'checked' | 'sent'
export type LoadState = 'asked' | 'scanning' | 'ended' | 'failed' | 'cancelled'
export type SlipState = 'waiting' | 'delivered' | 'failed'

/** How far an empty copy is set up. */
export interface SetupState { people: boolean, devices: boolean, destinations: boolean, rubrics: boolean }
export interface RubricText { id: string, name: string, version: number, body: unknown }
/** `kind` is its connector as people say it. */
export interface DestinationChoice { id: string, name: string, connector: string, kind: string }
export interface RubricChoice {
  id: string
  name: string
  version: number
  source: 'feeder' | 'glass'
  words: string[]
  /** How many batches this person has started with it. */
  uses: number
  /** Nothing is asked before scanning. */
  oneTouch: boolean
}
/** A destination that a rubric leaves open until somebody scans. */
export interface OpenSend { to: string, name: string, asks: 'folder' | 'people' }
/** What starting a batch with a rubric asks, and how it would be scanned. */
export interface StartForm {
  id: string
  name: string
  rubric: Rubric
  /** Names of destinations, by id. */
  destinations: Record<string, string>
  source: 'feeder' | 'glass'
  card: boolean
  fields: Field[]
  /** Fields that a business record fills from what was typed: by field, what they are looked up with. */
  lookedUp: boolean
  sends: OpenSend[]
  mayChange: Changeable[]
  /** As the rubric says, with what this person chose the last time. */
  settings: Required<Omit<Choices, 'name' | 'protect' | 'format'>> & { format: string | null }
  changed: Choices
  /** What pages of this rubric have weighed, on average. */
  weights: PageWeight[]
  fileWeights: FileWeight[]
}
/** What a page of one kind of file has weighed, of documents in one colour. */
export interface FileWeight { mediaType: string, colour: PageWeight['colour'], bytes: number }
export interface PageWeight { colour: 'mono' | 'grey' | 'colour', dpi: number, bytes: number, pages: number }
export interface AddressView { id: number, name: string, mail: string }
export interface DeviceDetail {
  id: string
  name: string
  address: string
  /** When its panel was paired. */
  panel: string | null
  capabilities: { model: string, feeder: boolean, duplex: boolean, glass: boolean, colourModes: string[], resolutions: number[] } | null
  status: DeviceChoice['status']
  trouble: string | null
}
export interface WatchedFolderView {
  id: string
  path: string
  subfolders: boolean
  rubric: string
  after: 'remove' | 'move'
  paused: boolean
  trouble: string | null
  owner: string
  taken: number
  /** Files that could not be taken in, the newest. */
  apart: { path: string, trouble: string }[]
}
export interface PanelView { device: { id: string, name: string, status: DeviceChoice['status'] } | null }
/** What lies in a folder of a destination; `picture` where a small picture of it can be had. */
export interface FolderEntry { name: string, kind: 'folder' | 'file', bytes: number | null, modified: string | null, picture: boolean }
export interface DeviceChoice { id: string, name: string, status: { state: 'idle' | 'busy' | 'stopped', feederLoaded: boolean | null, fault: FeederFault | null } | null }

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
  /** Where what was counted and what was found differ, and nobody let it pass. */
  differences: number
  /** A load is under way. */
  scanning: boolean
}

export interface LoadView { id: number, device: string, device_id: string | null, kind: 'device' | 'files' | 'folder' | 'pages', state: LoadState, cancelAsked: boolean, trouble: string | null, sides: number, sheets: number, counted: number | null }

export interface PageView {
  id: number
  position: number
  sheet: number
  side: 'front' | 'back'
  /** Which page of an opened book. */
  half: 'left' | 'right' | null
  examined: boolean
  read: boolean
  /** Changes with the picture, for its address; null where there is none yet. */
  picture: string | null
  /** By how much a person turned it. */
  turned: number
  aspect: number | null
  fate: Fate | null
  /** A person set it aside. */
  byHand: boolean
  /** It counts for nothing: its load was cancelled and not wanted, or broke off between two sides. */
  dropped: boolean
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
  rubricId: string
  source: 'feeder' | 'glass'
  /** Two sides of a card make one page. */
  card: boolean
  owner: string
  created_at: string
  /** Where its documents arrived. */
  filed: string[]
  loads: LoadView[]
  pages: PageView[]
  documents: DocumentView[]
  /** How many corrections can be undone and redone. */
  corrections: { undo: number, redo: number }
  /** Who works on it now. */
  editor: { id: string, name: string } | null
  expected: Expected
  differences: Difference[]
  /** Differences that a person let pass, and who. */
  accepted: string[]
  acceptedBy: string | null
  /** Why it waits at 'to fix', in words. */
  waitsFor: string | null
  version: number
  /** Sides by fate; `undecided` are not split yet. */
  totals: Totals & { undecided: number }
}

export interface Question {
  id: number
  batch: number
  batchName: string
  source: 'feeder' | 'glass'
  /** Changes with the picture, for its address. */
  picture: string | null
  position: number
  why: string
  widthPx: number
  heightPx: number
  dpi: number
  /** Where the doubtful code stands, in inches; null where the whole page is in question. */
  spot: { x: number, y: number, width: number, height: number } | null
  /** The newest value that was read or typed before this page. */
  lastValue: string | null
  /** What a value must fit; empty where any will do. */
  patterns: string[]
  /** The same in words. */
  expects: string[]
  candidates: Candidate[]
}
/** Why a page is where it is. */
export interface PageNote { position: number, why: string | null, note: Note | null, /** Of the upright page. */ inches: { width: number, height: number } | null }
/** What a rubric's author needs of a page: its codes, and where one stands that does not read. */
export interface PageCodes { id: number, position: number, side: 'front' | 'back', picture: string | null, widthPx: number, heightPx: number, dpi: number, blank: boolean, codes: ReadCode[], unread: UnreadCode[] }
export interface RubricVersion { version: number, made_at: string, person: string | null, batches: number }
export interface RubricDraft { body: unknown, from: number, person: string, saved_at: string }
export interface TryView { id: string, done: number, of: number, trouble: string | null, cancelled: boolean, outcome: TryOutcome | null }
/** What a draft makes of pages, beside what their batch's own rubric made of them. */
export interface TryOutcome { comparison: Comparison, pages: { page: number, id: number | null, sheet: number, side: 'front' | 'back', picture: string | null }[], milliseconds: number }
export type { Comparison, Difference, Expected, RubricChange }
/** The first of the pages that ask, and how many there are in all. */
export interface Questions { questions: Question[], count: number }
export type { Answer, BatchState, Edit }

export interface PageOfDocument { id: number, picture: string | null, position: number, sheet: number, side: 'front' | 'back', widthPx: number, heightPx: number, dpi: number, why: string }
export interface FileOfDocument { id: number, name: string, media_type: string, bytes: number, sha256: string, edition: number }

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
  pages: PageOfDocument[]
  files: FileOfDocument[]
  slips: SlipRow[]
  siblings: { id: number, position: number, state: DocumentState, missing: number, filled: boolean }[]
}
/** A barcode rule for which separator or cover sheets can be printed. */
export interface SeparatorRule {
  rubric: string
  rubricName: string
  rule: number
  format: string
  /** The sheet is set aside; else it is filed with its document. */
  aside: boolean
  title: string
  pattern: string | null
  expects: string | null
  /** What the pattern has names for; empty where a value must be typed whole. */
  groups: { name: string, label: string }[]
}
