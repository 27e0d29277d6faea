import type { ComparedDocument } from '../../core/fields/compareDocuments'
import type { Measured } from '../../core/model/learned'
import type { Box } from '../../core/model/zone'
import type { Word } from '../../core/model/evidence'
import type { FormatName } from '../../core/model/fileFormats'
import type { RubricIcon } from '../../core/model/rubricIcons'
import type { Act } from '../../core/model/rights'
import type { Comparison } from '../../core/split/compare'

export interface RubricText {
  id: string
  name: string
  version: number
  body: unknown
}
export interface RubricChoice {
  id: string
  name: string
  version: number
  /** What it is for, in a line, and its picture. */
  about: string | null
  icon: RubricIcon | null
  source: 'feeder' | 'glass'
  words: string[]
  /** How many batches this person has started with it. */
  uses: number
  /** Nothing is asked before scanning. */
  oneTouch: boolean
  /** Whether this person may begin batches with it. */
  mayScan: boolean
}
/** A rubric under which so much waits that its limit is near or reached. */
export interface WaitingView {
  id: string
  name: string
  /** No new batch of it can be begun. */
  full: boolean
  words: string
  /** Whom to ask about it. */
  ask: string[]
}
/** Who may work with a rubric: everybody as far as their roles go, or these people and groups. */
export interface RubricRights {
  open: boolean
  rights: { person: string | null; group: string | null; acts: Act[]; types: string[] | null }[]
  /** Who is told when its limit is near; nobody named: the stewards. */
  told: string[]
}
export interface RubricVersion {
  version: number
  made_at: string
  person: string | null
  batches: number
}
export interface RubricDraft {
  body: unknown
  from: number
  person: string
  saved_at: string
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
  groups: { name: string; label: string }[]
}
export interface TryView<Outcome = TryOutcome> {
  id: string
  done: number
  of: number
  trouble: string | null
  cancelled: boolean
  outcome: Outcome | null
}
/** What a draft makes of a document's first pages. */
export interface SampleFiles {
  pages: number
  /** Words that files can be searched for, and places that are black. */
  words: number
  black: number
  /** What the draft makes of them, by the digests of their bytes. */
  files: { name: string; format: FormatName; mediaType: string; bytes: number; sha256: string }[]
  /** What they come to in each colour mode and kind of file; `own` is what the draft says. */
  sizes: { colour: ColourMode; format: FormatName; bytes: number; own: boolean }[]
}
export type ColourMode = 'mono' | 'grey' | 'colour'
/** What a draft makes of pages, beside what their batch's own rubric made of them. */
export interface TryOutcome {
  comparison: Comparison
  pages: { page: number; id: number | null; sheet: number; side: 'front' | 'back'; picture: string | null }[]
  milliseconds: number
  /** The first of its documents, as the machine alone fills them. */
  documents: ComparedDocument[]
}

/** A document of a sample batch with its words: what a rubric would find in it is told by the core, in the browser too. */
export interface SampleDocument {
  position: number
  type: string | null
  barcode: Record<string, string>
  pages: {
    id: number
    position: number
    side: 'front' | 'back'
    picture: string | null
    widthPx: number
    heightPx: number
    dpi: number
    /** Null where it was not read yet. */
    words: Word[] | null
  }[]
}
/** What was learned of a rubric's paper from what people confirmed. */
export interface LearnedView {
  types: (LearnedSaid & { documents: Record<string, number> }) | null
  places: (LearnedSaid & { type: string; field: string; page: number; box: Box })[]
}
interface LearnedSaid {
  measured: Measured
  /** It is sure enough that the machine goes by it. */
  speaks: boolean
}
