import { z } from 'zod'
import { ReadCode, Redaction, UnreadCode } from '../../core/model/evidence'
import { Box } from '../../core/model/zone'
import { Fate } from '../../core/model/ledger'
import { Note } from '../../core/model/note'
import { Candidate } from '../../core/split/candidates'
import { ScanSource, SheetSide } from '../../core/model/scanned'

export const PageView = z.strictObject({
  id: z.number(),
  position: z.number(),
  sheet: z.number(),
  side: SheetSide,
  /** Which page of an opened book. */
  half: z.enum(['left', 'right']).nullable(),
  examined: z.boolean(),
  read: z.boolean(),
  /** Changes with the picture, for its address; null where there is none yet. */
  picture: z.string().nullable(),
  /** By how much a person turned it. */
  turned: z.number(),
  aspect: z.number().nullable(),
  fate: Fate.nullable(),
  /** A person set it aside. */
  byHand: z.boolean(),
  /** How many places of it are blacked out. */
  black: z.number(),
  /** It counts for nothing: its load was cancelled and not wanted, or broke off between two sides. */
  dropped: z.boolean(),
  heading: z.boolean(),
  asks: z.boolean(),
  document: z.number().nullable(),
})
export type PageView = z.infer<typeof PageView>

export const Question = z.strictObject({
  id: z.number(),
  batch: z.number(),
  batchName: z.string(),
  source: ScanSource,
  /** Changes with the picture, for its address. */
  picture: z.string().nullable(),
  position: z.number(),
  why: z.string(),
  widthPx: z.number(),
  heightPx: z.number(),
  dpi: z.number(),
  /** Where the doubtful code stands, in inches; null where the whole page is in question. */
  spot: z.strictObject({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }).nullable(),
  /** The newest value that was read or typed before this page. */
  lastValue: z.string().nullable(),
  /** What a value must fit; empty where any will do. */
  patterns: z.array(z.string()),
  /** The same in words. */
  expects: z.array(z.string()),
  candidates: z.array(Candidate),
})
export type Question = z.infer<typeof Question>

/** Why a page is where it is. */
export const PageNote = z.strictObject({
  position: z.number(),
  why: z.string().nullable(),
  note: Note.nullable(),
  /** Of the upright page. */
  inches: z.strictObject({ width: z.number(), height: z.number() }).nullable(),
})
export type PageNote = z.infer<typeof PageNote>

/** What is blacked out on a page, and what a person decided of it. */
export const PageRedactions = z.strictObject({
  position: z.number(),
  /** Of the page as it stands, in pixels. */
  widthPx: z.number(),
  heightPx: z.number(),
  dpi: z.number(),
  redactions: z.array(Redaction),
  /** The last decision that holds, as the page stands now; null where it is the machine's alone. */
  byHand: z.strictObject({ add: z.array(Box), show: z.array(Box) }).nullable(),
  why: z.string().nullable(),
  /** What was scanned is still there. */
  kept: z.boolean(),
  /** The one who asks may see what is under it. */
  mayLook: z.boolean(),
})
export type PageRedactions = z.infer<typeof PageRedactions>

/** What a rubric's author needs of a page: its codes, and where one stands that does not read. */
export const PageCodes = z.strictObject({
  id: z.number(),
  position: z.number(),
  side: SheetSide,
  picture: z.string().nullable(),
  widthPx: z.number(),
  heightPx: z.number(),
  dpi: z.number(),
  blank: z.boolean(),
  codes: z.array(ReadCode),
  unread: z.array(UnreadCode),
})
export type PageCodes = z.infer<typeof PageCodes>

/** The first of the pages that ask, and how many there are in all. */
export const Questions = z.strictObject({ questions: z.array(Question), count: z.number() })
export type Questions = z.infer<typeof Questions>
