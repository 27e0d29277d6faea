import { z } from 'zod'
import { PrintChoices } from '../../core/model/printing'

/** A print job that waits for whoever sent it. */
export const HeldPrint = PrintChoices.extend({
  id: z.number(),
  name: z.string(),
  state: z.enum(['held', 'printing']),
  bytes: z.number(),
  pages: z.number().nullable(),
  sentAt: z.string(),
  /** Why it is not printed, the last time that it was asked for. */
  trouble: z.string().nullable(),
})
export type HeldPrint = z.infer<typeof HeldPrint>

export const HeldPrints = z.strictObject({
  prints: z.array(HeldPrint),
  /** The device at which one stands, where that prints. */
  device: z.string().nullable(),
})
export type HeldPrints = z.infer<typeof HeldPrints>
