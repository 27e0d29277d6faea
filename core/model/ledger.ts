import { z } from 'zod'
import { Code, Redaction } from './evidence'
import type { FormatName } from './fileFormats'
import { SheetSide } from './scanned'
import { Box } from './zone'

/** What the machine decides of a side. */
export const machineFates = ['kept', 'blank', 'separator', 'unreadable', 'held'] as const
/** What a person did with one besides: set it aside, scanned it again, moved it to another batch, or did not want its load. */
export const handFates = ['set-aside', 'replaced', 'moved', 'dropped'] as const
export const fates = [...machineFates, ...handFates] as const
export const Fate = z.enum(fates)
export type Fate = z.infer<typeof Fate>

/** Taken out of the documents but kept: it can always be put back. */
export const isAsideFate = (fate: Fate | null): boolean => fate !== null && !['kept', 'held', 'unreadable'].includes(fate)

export const sourcesOfValues = [
  'barcode',
  'panel',
  'text',
  'ticked',
  'table',
  'file',
  'join',
  'lookup',
  'value',
  'learned',
  'person',
] as const

/** Where a value was read, and how surely. */
const Reading = {
  from: z.enum(sourcesOfValues),
  confidence: z.number(),
  /** The batch's page on which it was read, and its place there in inches. */
  page: z.int().optional(),
  box: Box.optional(),
  /** What was read, where usual confusions of letters and digits were repaired. */
  repaired: z.string().optional(),
}

/** A value in its kept form, a text for every kind; `core/fields/kinds` says which. */
export const FieldValue = z.object({ value: z.string(), ...Reading })
export type FieldValue = z.infer<typeof FieldValue>

/** A value that the machine found and did not take, with the reason. */
export const Candidate = z.object({ value: z.string(), ...Reading, why: z.string() })
export type Candidate = z.infer<typeof Candidate>

/** What was found and not taken, by field. */
export const Candidates = z.record(z.string(), z.array(Candidate))
export type Candidates = z.infer<typeof Candidates>

/** A value as the ledger writes it: a list for several choices, a list of objects for the rows of a table. */
const Written = z.union([z.string(), z.array(z.string()), z.array(z.record(z.string(), z.string()))])
export type Written = z.infer<typeof Written>

export const LedgerValue = z.object({
  value: Written.nullable(),
  ...Reading,
  candidates: z.array(z.object({ value: Written, ...Reading, why: z.string() })).optional(),
})
export type LedgerValue = z.infer<typeof LedgerValue>

export const LedgerPage = z.object({
  page: z.int(),
  source: z.string(),
  sourcePage: z.int().nullable(),
  sheet: z.int(),
  side: SheetSide,
  /** Which page of an opened book; absent for a side that is one page. */
  half: z.enum(['left', 'right']).optional(),
  widthPx: z.int().nullable(),
  heightPx: z.int().nullable(),
  dpi: z.number().nullable(),
  ink: z.number().nullable(),
  skewDeg: z.number().nullable(),
  barcodes: z.array(Code),
  fate: Fate,
  why: z.string(),
  document: z.int().nullable(),
  /** What was blacked out, in inches, and by what; absent where nothing was. */
  redactions: z.array(Redaction).optional(),
})
export type LedgerPage = z.infer<typeof LedgerPage>

export const LedgerFile = z.object({ name: z.string(), mediaType: z.string(), bytes: z.int(), sha256: z.string() })
export type LedgerFile = z.infer<typeof LedgerFile>
/** A file that was made, and its format. */
export type MadeFile = LedgerFile & { format: FormatName }

export const LedgerDocument = z.object({
  document: z.int(),
  type: z.string().nullable(),
  pages: z.array(z.int()),
  fields: z.record(z.string(), LedgerValue),
  missing: z.array(z.string()),
  files: z.array(LedgerFile),
})
export type LedgerDocument = z.infer<typeof LedgerDocument>

export const Totals = z.object({
  scanned: z.int(),
  kept: z.int(),
  blank: z.int(),
  separator: z.int(),
  unreadable: z.int(),
  held: z.int(),
  // Only where they are not 0.
  'set-aside': z.int().optional(),
  replaced: z.int().optional(),
  moved: z.int().optional(),
  dropped: z.int().optional(),
})
export type Totals = z.infer<typeof Totals>

/** The account of every scanned side of one batch. */
export const Ledger = z.object({
  version: z.literal(1),
  rubric: z.string(),
  pages: z.array(LedgerPage),
  documents: z.array(LedgerDocument),
  totals: Totals,
})
export type Ledger = z.infer<typeof Ledger>
