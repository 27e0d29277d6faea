import { z } from 'zod'
import { ComparedDocument } from '../../core/fields/compareDocuments'
import { Measured } from '../../core/model/learned'
import { inspections } from '../../core/model/verdict'
import { Box } from '../../core/model/zone'
import { Word } from '../../core/model/evidence'
import { fileFormats } from '../../core/model/fileFormats'
import { rubricIcons } from '../../core/rubric/rubricIcons'
import { Act } from '../../core/model/rights'
import { Comparison } from '../../core/split/compare'
import { ColourMode, ScanSource, SheetSide } from '../../core/model/scanned'

export const RubricText = z.strictObject({ id: z.string(), name: z.string(), version: z.number(), body: z.unknown() })
export type RubricText = z.infer<typeof RubricText>

export const RubricChoice = z.strictObject({
  id: z.string(),
  name: z.string(),
  version: z.number(),
  /** What it is for, in a line, and its picture. */
  about: z.string().nullable(),
  icon: z.enum(rubricIcons).nullable(),
  source: ScanSource,
  words: z.array(z.string()),
  /** How many batches this person has started with it. */
  uses: z.number(),
  /** Nothing is asked before scanning. */
  oneTouch: z.boolean(),
  /** Whether this person may begin batches with it. */
  mayScan: z.boolean(),
})
export type RubricChoice = z.infer<typeof RubricChoice>

/** A rubric under which so much waits that its limit is near or reached. */
export const WaitingView = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** No new batch of it can be begun. */
  full: z.boolean(),
  words: z.string(),
  /** Whom to ask about it. */
  ask: z.array(z.string()),
})
export type WaitingView = z.infer<typeof WaitingView>

/** Who may work with a rubric: everybody as far as their roles go, or these people and groups. */
export const RubricRights = z.strictObject({
  open: z.boolean(),
  rights: z.array(
    z.strictObject({
      person: z.string().nullable(),
      group: z.string().nullable(),
      acts: z.array(Act),
      types: z.array(z.string()).nullable(),
    }),
  ),
  /** Who is told when its limit is near; nobody named: the stewards. */
  told: z.array(z.string()),
})
export type RubricRights = z.infer<typeof RubricRights>

export const RubricVersion = z.strictObject({
  version: z.number(),
  madeAt: z.string(),
  person: z.string().nullable(),
  batches: z.number(),
})
export type RubricVersion = z.infer<typeof RubricVersion>

export const RubricDraft = z.strictObject({ body: z.unknown(), from: z.number(), person: z.string(), savedAt: z.string() })
export type RubricDraft = z.infer<typeof RubricDraft>

/** A barcode rule for which separator or cover sheets can be printed. */
export const SeparatorRule = z.strictObject({
  rubric: z.string(),
  rubricName: z.string(),
  rule: z.number(),
  format: z.string(),
  /** The sheet is set aside; else it is filed with its document. */
  aside: z.boolean(),
  title: z.string(),
  pattern: z.string().nullable(),
  expects: z.string().nullable(),
  /** What the pattern has names for; empty where a value must be typed whole. */
  groups: z.array(z.strictObject({ name: z.string(), label: z.string() })),
})
export type SeparatorRule = z.infer<typeof SeparatorRule>

/** What a draft makes of pages, beside what their batch's own rubric made of them. */
export const TryOutcome = z.strictObject({
  comparison: Comparison,
  pages: z.array(
    z.strictObject({
      page: z.number(),
      id: z.number().nullable(),
      sheet: z.number(),
      side: SheetSide,
      picture: z.string().nullable(),
    }),
  ),
  milliseconds: z.number(),
  /** The first of its documents, as the machine alone fills them. */
  documents: z.array(ComparedDocument),
})
export type TryOutcome = z.infer<typeof TryOutcome>

/** What a draft makes of a document's first pages. */
export const SampleFiles = z.strictObject({
  pages: z.number(),
  /** Words that files can be searched for, and places that are black. */
  words: z.number(),
  black: z.number(),
  /** What the draft makes of them, by the digests of their bytes. */
  files: z.array(
    z.strictObject({ name: z.string(), format: z.enum(fileFormats), mediaType: z.string(), bytes: z.number(), sha256: z.string() }),
  ),
  /** What they come to in each colour mode and kind of file; `own` is what the draft says. */
  sizes: z.array(z.strictObject({ colour: ColourMode, format: z.enum(fileFormats), bytes: z.number(), own: z.boolean() })),
})
export type SampleFiles = z.infer<typeof SampleFiles>

export const TryView = z.strictObject({
  id: z.string(),
  done: z.number(),
  of: z.number(),
  trouble: z.string().nullable(),
  cancelled: z.boolean(),
  outcome: z.union([TryOutcome, SampleFiles]).nullable(),
})
/** Whoever asked for a try knows what comes of it. */
export type TryView<Outcome = TryOutcome> = Omit<z.infer<typeof TryView>, 'outcome'> & { outcome: Outcome | null }

/** A document of a sample batch with its words: what a rubric would find in it is told by the core, in the browser too. */
export const SampleDocument = z.strictObject({
  position: z.number(),
  type: z.string().nullable(),
  barcode: z.record(z.string(), z.string()),
  pages: z.array(
    z.strictObject({
      id: z.number(),
      position: z.number(),
      side: SheetSide,
      picture: z.string().nullable(),
      widthPx: z.number(),
      heightPx: z.number(),
      dpi: z.number(),
      /** Null where it was not read yet. */
      words: z.array(Word).nullable(),
    }),
  ),
})
export type SampleDocument = z.infer<typeof SampleDocument>

const LearnedSaid = z.strictObject({
  measured: Measured,
  /** It is sure enough that the machine goes by it. */
  speaks: z.boolean(),
})
type LearnedSaid = z.infer<typeof LearnedSaid>

/** How closely the next batch is inspected; null where no plan says it. */
export const SamplingView = z.strictObject({ inspection: z.enum(inspections).nullable() })
export type SamplingView = z.infer<typeof SamplingView>

/** What was learned of a rubric's paper from what people confirmed. */
export const LearnedView = z.strictObject({
  types: LearnedSaid.extend({ documents: z.record(z.string(), z.number()) }).nullable(),
  places: z.array(
    LearnedSaid.extend({ type: z.string(), field: z.string(), layouts: z.array(z.strictObject({ page: z.number(), box: Box })) }),
  ),
})
export type LearnedView = z.infer<typeof LearnedView>
