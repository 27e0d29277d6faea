import { z } from 'zod'

/** What can be wrong with a document, by what mends it. */
export const faultKinds = ['value', 'type', 'pages', 'picture'] as const
export type FaultKind = (typeof faultKinds)[number]

/** Where a fault is: a page, by its number in the batch, and a place on it in inches where one was marked. */
export const FaultPlace = z.strictObject({
  page: z.int().min(1),
  box: z
    .strictObject({
      x: z.number().min(0).max(200),
      y: z.number().min(0).max(200),
      width: z.number().positive().max(200),
      height: z.number().positive().max(200),
    })
    .nullable(),
})
export type FaultPlace = z.infer<typeof FaultPlace>

/** What a checker says of a document: it is right, or what is wrong. */
export const Verdict = z.discriminatedUnion('correct', [
  z.strictObject({ correct: z.literal(true) }),
  z.strictObject({
    correct: z.literal(false),
    kind: z.enum(faultKinds),
    /** The field whose value is wrong. */
    field: z.string().max(64).optional(),
    note: z.string().trim().max(500).default(''),
    place: FaultPlace.optional(),
  }),
])
export type Verdict = z.infer<typeof Verdict>

/** Why a document was sent back. */
export const Returned = z.object({
  by: z.string(),
  kind: z.enum(faultKinds),
  field: z.string().nullable(),
  note: z.string(),
  /** None in what was sent back before places were marked. */
  place: FaultPlace.nullish(),
  at: z.string(),
})
export type Returned = z.infer<typeof Returned>

/** How closely a lot is inspected by its sample. */
export type Sampling = 'normal' | 'tightened' | 'reduced'
/** The same, or not by a sample at all: every document is looked at. */
export const inspections = ['normal', 'tightened', 'reduced', 'suspended'] as const
export type Inspection = (typeof inspections)[number]

/** What a batch's draw was, and how it ended. */
export const Lot = z.object({
  size: z.int(),
  seed: z.int(),
  why: z.string(),
  inspection: z.enum(inspections).nullable(),
  accept: z.int().nullable(),
  /** The same, were the limit one step tighter. */
  tighter: z.int().nullable().default(null),
  /** Documents that are looked at besides the plan's sample. */
  besides: z.array(z.int()).default([]),
  /** What it adds to the switching score; null until it is decided. */
  adds: z.int().nullable().default(null),
  /** Whether it was accepted at first; null until that is known, or where no plan says it. */
  accepted: z.boolean().nullable(),
  decidedAt: z.string().nullable(),
})
export type Lot = z.infer<typeof Lot>
