import { z } from 'zod'

const day = z.iso.date()

/** By what slips are narrowed. */
export const SlipQuery = z.object({
  /** A part of its document's name, its batch's, or the place where it arrived. */
  text: z.string().trim().max(120).default(''),
  state: z.enum(['waiting', 'delivered', 'failed']).optional(),
  destination: z.string().min(1).max(64).optional(),
  /** Who confirmed the document, or owns its batch. */
  person: z.uuid().optional(),
  /** Days of the office, both included. */
  from: day.optional(),
  to: day.optional(),
})
