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

/** What a batch's draw was, and how it ended. */
export const Lot = z.object({
  size: z.int(),
  seed: z.int(),
  why: z.string(),
  inspection: z.enum(['normal', 'tightened']).nullable(),
  accept: z.int().nullable(),
  /** Whether it was accepted at first; null until that is known, or where no plan says it. */
  accepted: z.boolean().nullable(),
  decidedAt: z.string().nullable(),
})
export type Lot = z.infer<typeof Lot>
