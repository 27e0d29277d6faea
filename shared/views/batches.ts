import { z } from 'zod'
import { Difference, Expected } from '../../core/ledger/expected'
import { BatchState } from '../../core/model/batchState'
import { Totals } from '../../core/model/ledger'
import { Lot } from '../../core/model/verdict'
import { Act } from '../../core/model/rights'
import { DocumentView } from './documents'
import { PageView } from './pages'
import { inParts } from './parts'
import { ScanSource } from '../../core/model/scanned'

export const LoadState = z.enum(['asked', 'scanning', 'ended', 'failed', 'cancelled'])
export type LoadState = z.infer<typeof LoadState>

export const BatchRow = z.strictObject({
  id: z.number(),
  name: z.string(),
  state: BatchState,
  rubric: z.string(),
  owner: z.string(),
  /** The group for which it waits. */
  forGroup: z.string().nullable(),
  createdAt: z.string(),
  sides: z.number(),
  asking: z.number(),
  openDocuments: z.number(),
  /** Documents that wait for a second person. */
  toCheck: z.number(),
  documents: z.number(),
  failedSlips: z.number(),
  /** Where what was counted and what was found differ, and nobody let it pass. */
  differences: z.number(),
  /** A load is under way. */
  scanning: z.boolean(),
  /** Who is at which of its documents now. */
  entering: z.array(z.strictObject({ name: z.string(), position: z.number() })),
  /** Whether whoever asks may correct its pages, and enter its values. */
  mayFix: z.boolean(),
  mayIndex: z.boolean(),
  mayCheck: z.boolean(),
})
export type BatchRow = z.infer<typeof BatchRow>

/** How work came to whoever has it now. */
export const HandedView = z.strictObject({ by: z.string(), to: z.string(), at: z.string(), why: z.string() })
export type HandedView = z.infer<typeof HandedView>

export const LoadView = z.strictObject({
  id: z.number(),
  device: z.string(),
  deviceId: z.string().nullable(),
  kind: z.enum(['device', 'files', 'folder', 'pages']),
  state: LoadState,
  cancelAsked: z.boolean(),
  trouble: z.string().nullable(),
  sides: z.number(),
  sheets: z.number(),
  counted: z.number().nullable(),
})
export type LoadView = z.infer<typeof LoadView>

export const BatchDetail = z.strictObject({
  id: z.number(),
  name: z.string(),
  state: BatchState,
  trouble: z.string().nullable(),
  rubric: z.string(),
  rubricId: z.string(),
  source: ScanSource,
  /** Two sides of a card make one page. */
  card: z.boolean(),
  owner: z.string(),
  ownerId: z.string(),
  /** The group for which it waits; any of its people may take it. */
  forGroup: z.string().nullable(),
  handed: HandedView.nullable(),
  /** Kept whole, however long its rubric keeps its bytes. */
  whole: z.strictObject({ by: z.string(), why: z.string(), at: z.string() }).nullable(),
  /** What whoever asks may do with it. */
  may: z.array(Act),
  createdAt: z.string(),
  /** Where its documents arrived. */
  filed: z.array(z.string()),
  loads: z.array(LoadView),
  pages: z.array(PageView),
  documents: z.array(DocumentView),
  /** How many corrections can be undone and redone. */
  corrections: z.strictObject({ undo: z.number(), redo: z.number() }),
  /** Who works on it now. */
  editor: z.strictObject({ id: z.string(), name: z.string() }).nullable(),
  expected: Expected,
  differences: z.array(Difference),
  /** Differences that a person let pass, and who. */
  accepted: z.array(z.string()),
  acceptedBy: z.string().nullable(),
  /** All paper is in, somebody said; it goes on once its files are taken apart. */
  completeAsked: z.boolean(),
  /** Why it waits at 'to fix', in words. */
  waitsFor: z.string().nullable(),
  version: z.number(),
  /** Of its rubric; the batch keeps its own until somebody moves it. */
  newestVersion: z.number(),
  /** Sides by fate; `undecided` are not split yet. */
  totals: Totals.extend({ undecided: z.number() }),
})
export type BatchDetail = z.infer<typeof BatchDetail>
/** The same for whoever follows it: a page's document is its identity there, and that one's position is its place in the list. */
export const BatchParts = BatchDetail.extend({ pages: inParts(PageView), documents: inParts(DocumentView.omit({ position: true })) })
export type BatchParts = z.infer<typeof BatchParts>

/** What waits to be checked in a batch. */
export const CheckView = z.strictObject({
  name: z.string(),
  state: BatchState,
  /** The next one that whoever asks did not enter; null where none is left for them. */
  id: z.number().nullable(),
  waiting: z.number(),
  lot: Lot.nullable(),
})
export type CheckView = z.infer<typeof CheckView>
