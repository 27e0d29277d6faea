import type { Difference, Expected } from '../../core/ledger/expected'
import type { BatchState } from '../../core/model/batchState'
import type { Totals } from '../../core/model/ledger'
import type { Lot } from '../../core/model/verdict'
import type { Act } from '../../core/model/rights'
import type { DocumentView } from './documents'
import type { PageView } from './pages'

export type LoadState = 'asked' | 'scanning' | 'ended' | 'failed' | 'cancelled'
export interface BatchRow {
  id: number
  name: string
  state: BatchState
  rubric: string
  owner: string
  /** The group for which it waits. */
  for_group: string | null
  created_at: string
  sides: number
  asking: number
  open_documents: number
  /** Documents that wait for a second person. */
  to_check: number
  documents: number
  failed_slips: number
  /** Where what was counted and what was found differ, and nobody let it pass. */
  differences: number
  /** A load is under way. */
  scanning: boolean
  /** Who is at which of its documents now. */
  entering: { name: string; position: number }[]
  /** Whether whoever asks may correct its pages, and enter its values. */
  may_fix: boolean
  may_index: boolean
  may_check: boolean
}
/** How work came to whoever has it now. */
export interface HandedView {
  by: string
  to: string
  at: string
  why: string
}
export interface LoadView {
  id: number
  device: string
  device_id: string | null
  kind: 'device' | 'files' | 'folder' | 'pages'
  state: LoadState
  cancelAsked: boolean
  trouble: string | null
  sides: number
  sheets: number
  counted: number | null
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
  ownerId: string
  /** The group for which it waits; any of its people may take it. */
  forGroup: string | null
  handed: HandedView | null
  /** Kept whole, however long its rubric keeps its bytes. */
  whole: { by: string; why: string; at: string } | null
  /** What whoever asks may do with it. */
  may: Act[]
  created_at: string
  /** Where its documents arrived. */
  filed: string[]
  loads: LoadView[]
  pages: PageView[]
  documents: DocumentView[]
  /** How many corrections can be undone and redone. */
  corrections: { undo: number; redo: number }
  /** Who works on it now. */
  editor: { id: string; name: string } | null
  expected: Expected
  differences: Difference[]
  /** Differences that a person let pass, and who. */
  accepted: string[]
  acceptedBy: string | null
  /** All paper is in, somebody said; it goes on once its files are taken apart. */
  completeAsked: boolean
  /** Why it waits at 'to fix', in words. */
  waitsFor: string | null
  version: number
  /** Of its rubric; the batch keeps its own until somebody moves it. */
  newestVersion: number
  /** Sides by fate; `undecided` are not split yet. */
  totals: Totals & { undecided: number }
}

/** What waits to be checked in a batch. */
export interface CheckView {
  name: string
  state: BatchState
  /** The next one that whoever asks did not enter; null where none is left for them. */
  id: number | null
  waiting: number
  lot: Lot | null
}
