import { z } from 'zod'
import { BatchState } from '../../core/model/batchState'
import { Candidates, FieldValue } from '../../core/model/ledger'
import { BusinessRecord, LookupAnswers } from '../../core/model/lookup'
import { Field } from '../../core/rubric/field'
import { CutSide } from '../../core/raster/measures'
import { Act } from '../../core/model/rights'
import { Returned } from '../../core/model/verdict'
import { DocumentType } from '../../core/rubric/rubric'
import { SlipRow } from './slips'
import { ColourMode, SheetSide } from '../../core/model/scanned'

export const DocumentState = z.enum(['open', 'indexed', 'checked', 'sent'])
export type DocumentState = z.infer<typeof DocumentState>

export const DocumentView = z.strictObject({
  id: z.number(),
  position: z.number(),
  type: z.string().nullable(),
  state: DocumentState,
  filled: z.boolean(),
  barcode: z.string().nullable(),
  fields: z.record(z.string(), FieldValue),
  missing: z.array(z.string()),
})
export type DocumentView = z.infer<typeof DocumentView>

export const PageOfDocument = z.strictObject({
  id: z.number(),
  picture: z.string().nullable(),
  position: z.number(),
  sheet: z.number(),
  side: SheetSide,
  widthPx: z.number(),
  heightPx: z.number(),
  dpi: z.number(),
  why: z.string(),
  /** How many places of it are blacked out. */
  black: z.number(),
  colour: ColourMode.nullable(),
  /** How far it was turned to be straight, in degrees. */
  skewDeg: z.number(),
  /** It never was paper: its text is its own. */
  bornDigital: z.boolean(),
  /** How much darker its print is than its paper, 0 to 1; null where that was not measured, or there is none. */
  contrast: z.number().nullable(),
  /** The sides over which its print runs. */
  cut: z.array(CutSide).nullable(),
})
export type PageOfDocument = z.infer<typeof PageOfDocument>

export const FileOfDocument = z.strictObject({
  id: z.number(),
  name: z.string(),
  mediaType: z.string(),
  bytes: z.number(),
  sha256: z.string(),
  edition: z.number(),
})
export type FileOfDocument = z.infer<typeof FileOfDocument>

export const DocumentDetail = z.strictObject({
  id: z.number(),
  batch: z.number(),
  position: z.number(),
  type: z.string().nullable(),
  /** Why it is of that type, where nothing but its likeness to others says so. */
  typeWhy: z.string().nullable(),
  state: DocumentState,
  filled: z.boolean(),
  fields: z.record(z.string(), FieldValue),
  /** What the machine found and did not take, with the reason. */
  candidates: Candidates,
  missing: z.array(z.string()),
  indexedBy: z.string().nullable(),
  indexedAt: z.string().nullable(),
  lookups: LookupAnswers,
  /** How often it was finished: 1, and one more for each time that pages were added to it afterwards. */
  edition: z.number(),
  /** Its words are there, so that it can be confirmed. */
  read: z.boolean(),
  /** Whose turn it is where fields are keyed twice: 1, 2, or 3 for whoever decides. */
  pass: z.number(),
  /** Its files open with a code alone, which is given again where they are made anew. */
  needsCode: z.boolean(),
  /** A second person checks it. */
  drawn: z.boolean(),
  /** What a checker found wrong, until it is confirmed again. */
  returned: Returned.nullable(),
})
export type DocumentDetail = z.infer<typeof DocumentDetail>

/** Kept values by field. */
export const DocumentValues = z.record(z.string(), z.string())
export type DocumentValues = z.infer<typeof DocumentValues>

export const DocumentPage = DocumentDetail.extend({
  batchName: z.string(),
  batchState: z.union([BatchState, z.literal('')]),
  rubric: z.string(),
  documentType: DocumentType.nullable(),
  /** That its text may be in. */
  languages: z.array(z.string()),
  pages: z.array(PageOfDocument),
  files: z.array(FileOfDocument),
  slips: z.array(SlipRow),
  /** What whoever asks may do in its batch. */
  may: z.array(Act),
  /** How many documents its batch has. */
  documents: z.number(),
  /** What it can be besides, in the rubric's order. */
  types: z.array(z.strictObject({ id: z.string(), label: z.string(), group: z.string().nullable() })),
  /** Who enters its values now. */
  holder: z.strictObject({ id: z.string(), name: z.string() }).nullable(),
  /** What was typed and is not kept as values yet, by field. */
  draft: DocumentValues.nullable(),
  /** Values of the document before it, of the same type. */
  before: DocumentValues,
  /** Fields that are keyed by two people who do not see each other's values; none once they are agreed. */
  twice: z.array(z.string()),
  /** Whoever asks keyed it before, so that it is somebody else's turn. */
  keyedBefore: z.boolean(),
  /** Where two people keyed differently: what each of them did, for the third who decides. */
  keyed: z.array(DocumentValues),
})
export type DocumentPage = z.infer<typeof DocumentPage>

/** What a field may hold that begins as it is typed; `key` is the value by which a record is looked up in its system. */
export const Suggestions = z.strictObject({
  frequent: z.array(z.string()),
  records: z.array(BusinessRecord.extend({ system: z.string(), key: z.string() })),
})
export type Suggestions = z.infer<typeof Suggestions>

/** A document on the strip of its batch. */
export const SiblingView = z.strictObject({
  id: z.number(),
  position: z.number(),
  type: z.string().nullable(),
  state: DocumentState,
  filled: z.boolean(),
  missing: z.boolean(),
  doubtful: z.boolean(),
  pass: z.number(),
  /** Its first value, or the first words on its first page. */
  words: z.string(),
  /** It waits to be checked. */
  toCheck: z.boolean(),
  /** It is keyed twice, and whoever asks keyed it already. */
  keyedBefore: z.boolean(),
  /** Who is at it now. */
  holder: z.string().nullable(),
})
export type SiblingView = z.infer<typeof SiblingView>

/** A document as a row of the table of its batch. */
export const BulkRow = z.strictObject({
  id: z.number(),
  position: z.number(),
  state: DocumentState,
  filled: z.boolean(),
  missing: z.array(z.string()),
  values: DocumentValues,
  /** Another person who is at it. */
  holder: z.string().nullable(),
  /** Who typed something on its card that is not kept yet. */
  typedBy: z.string().nullable(),
})
export type BulkRow = z.infer<typeof BulkRow>

/** The documents of one type in a batch, to be edited like a sheet. */
export const BulkView = z.strictObject({
  batch: z.string(),
  types: z.array(z.strictObject({ id: z.string(), label: z.string() })),
  type: z.string().nullable(),
  /** Fields that are keyed twice are not among them. */
  fields: z.array(Field),
  languages: z.array(z.string()),
  rows: z.array(BulkRow),
})
export type BulkView = z.infer<typeof BulkView>

/** What became of the rows that were kept. */
export const BulkKept = z.strictObject({
  kept: z.array(z.number()),
  faults: z.array(z.strictObject({ document: z.number(), field: z.string().nullable(), why: z.string() })),
})
export type BulkKept = z.infer<typeof BulkKept>

/** A line of a document's history, as the trail has it. */
export const HistoryLine = z.strictObject({
  id: z.number(),
  at: z.string(),
  actor: z.enum(['person', 'token', 'worker']),
  person: z.string().nullable(),
  what: z.string(),
  old: z.unknown(),
  new: z.unknown(),
})
export type HistoryLine = z.infer<typeof HistoryLine>
