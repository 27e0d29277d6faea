import { z } from 'zod'

/** How paper is printed, in the words of IPP (PWG 5100.13, RFC 8011). */
export const PrintChoices = z.strictObject({
  copies: z.int().min(1).max(99),
  sides: z.enum(['one-sided', 'two-sided-long-edge', 'two-sided-short-edge']),
  colour: z.enum(['auto', 'color', 'monochrome']),
})
export type PrintChoices = z.infer<typeof PrintChoices>

/** A print job from its sending to its end. */
export type PrintState = 'coming' | 'held' | 'printing' | 'printed' | 'deleted'
