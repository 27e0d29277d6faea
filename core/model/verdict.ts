import { z } from 'zod'

/** What can be wrong with a document, by what mends it. */
export const faultKinds = ['value', 'type', 'pages', 'picture'] as const
export type FaultKind = (typeof faultKinds)[number]

/** What a checker says of a document: it is right, or what is wrong. */
export const Verdict = z.discriminatedUnion('correct', [
  z.strictObject({ correct: z.literal(true) }),
  z.strictObject({
    correct: z.literal(false),
    kind: z.enum(faultKinds),
    /** The field whose value is wrong. */
    field: z.string().max(64).optional(),
    note: z.string().trim().max(500).default(''),
  }),
])
export type Verdict = z.infer<typeof Verdict>

/** Why a document was sent back. */
export const Returned = z.object({
  by: z.string(),
  kind: z.enum(faultKinds),
  field: z.string().nullable(),
  note: z.string(),
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
