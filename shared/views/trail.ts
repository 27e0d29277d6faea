import { z } from 'zod'

/** One line of the trail: who did what to which thing. */
export const TrailLine = z.strictObject({
  id: z.number(),
  at: z.string(),
  actor: z.enum(['person', 'token', 'worker', 'nobody']),
  person: z.string().nullable(),
  what: z.string(),
  batch: z.number().nullable(),
  batchName: z.string().nullable(),
  document: z.number().nullable(),
  /** From where. */
  address: z.string().nullable(),
  old: z.unknown(),
  new: z.unknown(),
  /** Its place in the chain; null for the moment until it has one. */
  seq: z.number().nullable(),
})
export type TrailLine = z.infer<typeof TrailLine>

/** What looking the newest lines over gave. */
export const ChainView = z.strictObject({
  from: z.number(),
  lines: z.number(),
  /** Lines that were written a moment ago and are not chained yet. */
  unchained: z.number(),
  head: z.strictObject({ seq: z.number(), hash: z.string() }).nullable(),
  /** What is wrong first, in words; null where all agrees. */
  fault: z.string().nullable(),
})
