import type { ReadCode, Redaction, UnreadCode } from '../../core/model/evidence'
import type { Box } from '../../core/model/zone'
import type { Fate } from '../../core/model/ledger'
import type { Note } from '../../core/model/note'
import type { Candidate } from '../../core/split/candidates'

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
  /** How many places of it are blacked out. */
  black: number
  /** It counts for nothing: its load was cancelled and not wanted, or broke off between two sides. */
  dropped: boolean
  heading: boolean
  asks: boolean
  document: number | null
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
  spot: { x: number; y: number; width: number; height: number } | null
  /** The newest value that was read or typed before this page. */
  lastValue: string | null
  /** What a value must fit; empty where any will do. */
  patterns: string[]
  /** The same in words. */
  expects: string[]
  candidates: Candidate[]
}
/** Why a page is where it is. */
export interface PageNote {
  position: number
  why: string | null
  note: Note | null
  /** Of the upright page. */ inches: { width: number; height: number } | null
}
/** What is blacked out on a page, and what a person decided of it. */
export interface PageRedactions {
  position: number
  /** Of the page as it stands, in pixels. */
  widthPx: number
  heightPx: number
  dpi: number
  redactions: Redaction[]
  /** The last decision that holds, as the page stands now; null where it is the machine's alone. */
  byHand: { add: Box[]; show: Box[] } | null
  why: string | null
  /** What was scanned is still there. */
  kept: boolean
  /** The one who asks may see what is under it. */
  mayLook: boolean
}
/** What a rubric's author needs of a page: its codes, and where one stands that does not read. */
export interface PageCodes {
  id: number
  position: number
  side: 'front' | 'back'
  picture: string | null
  widthPx: number
  heightPx: number
  dpi: number
  blank: boolean
  codes: ReadCode[]
  unread: UnreadCode[]
}
/** The first of the pages that ask, and how many there are in all. */
export interface Questions {
  questions: Question[]
  count: number
}
