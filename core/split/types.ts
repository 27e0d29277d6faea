import type { Answer, PageEvidence, Word } from '../model/evidence'
import type { Fate } from '../model/ledger'
import type { Note } from '../model/note'

/** One side as splitting sees it. */
export interface SplitPage {
  page: number
  sheet: number
  side: 'front' | 'back'
  /** Null where the side could not be decoded; `trouble` then says why. */
  evidence: PageEvidence | null
  trouble: string | null
  /** Its words, where a rule needs them; null elsewhere. */
  words: readonly Word[] | null
  answer: Answer | null
}

/** What became of one side. */
export interface PageOutcome {
  page: number
  fate: Fate
  why: string
  /** The evidence for it; null where the sentence says all. */
  note: Note | null
  /** The document's number, from 1; null unless kept. */
  document: number | null
  /** Whether the side carries a document's heading. */
  heading: boolean
  /** Whether a person must say something about this very side; sides held with it only wait. */
  asks: boolean
  /** Set aside by a person rather than by the machine. */
  byHand?: boolean
}

export interface SplitDocument {
  document: number
  type: string | null
  /** A rule said its type, or a person; else its words may, once they are read. */
  typeSaid: boolean
  pages: number[]
  /** The barcode's named groups, and the whole as `value`. Empty where no code started the document. */
  barcode: Record<string, string>
  /** A page whose document's entered values this one takes over, where a person moved its beginning. */
  valuesOf?: number
}

export interface SplitOutcome {
  pages: PageOutcome[]
  documents: SplitDocument[]
}

/** Why a page starts a document. */
export interface Start {
  why: string
  note: Note | null
  type: string | null
  barcode: Record<string, string>
  setAside: boolean
}
