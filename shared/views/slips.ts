import { z } from 'zod'

export const SlipState = z.enum(['waiting', 'delivered', 'failed'])
export type SlipState = z.infer<typeof SlipState>

/** A destination at which deliveries do not arrive. */
export const TroubledDestination = z.strictObject({
  destination: z.string(),
  name: z.string(),
  /** Deliveries that a person must send again, and those that go on by themselves. */
  failed: z.number(),
  waiting: z.number(),
  trouble: z.string(),
  /** Since when nothing arrives there; null where it takes others. */
  since: z.string().nullable(),
})
export type TroubledDestination = z.infer<typeof TroubledDestination>

export const SlipRow = z.strictObject({
  id: z.number(),
  document: z.number(),
  batch: z.number(),
  batchName: z.string(),
  title: z.string(),
  destination: z.string(),
  state: SlipState,
  place: z.string().nullable(),
  answer: z.string().nullable(),
  trouble: z.string().nullable(),
  attempts: z.number(),
  createdAt: z.string(),
  deliveredAt: z.string().nullable(),
  /** When the other side said last that it still has it. */
  heldAt: z.string().nullable(),
  /** It goes once its whole batch is made. */
  waitsForBatch: z.boolean(),
  /** When it goes, where that is still to come. */
  notBefore: z.string().nullable(),
  edition: z.number(),
  /** Who confirmed the document, or owns its batch. */
  person: z.string().nullable(),
  sha256: z.string().nullable(),
  bytes: z.number().nullable(),
})
export type SlipRow = z.infer<typeof SlipRow>

/** A slip as it is printed: with everything that it is a proof of. */
export const SlipPage = SlipRow.extend({
  office: z.string(),
  rubric: z.string(),
  type: z.string(),
  folder: z.string(),
  files: z.array(z.strictObject({ name: z.string(), bytes: z.number(), sha256: z.string(), mediaType: z.string() })),
  values: z.array(z.strictObject({ label: z.string(), value: z.string() })),
})
export type SlipPage = z.infer<typeof SlipPage>

/** By what a list of slips can be narrowed. */
export const SlipChoices = z.strictObject({
  destinations: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  people: z.array(z.strictObject({ id: z.string(), name: z.string() })),
})
export type SlipChoices = z.infer<typeof SlipChoices>

/** What arrived and failed at a destination in an hour, as 2026-03-31 14:00. */
export const SlipHour = z.strictObject({ destination: z.string(), hour: z.string(), delivered: z.number(), failed: z.number() })
export type SlipHour = z.infer<typeof SlipHour>
