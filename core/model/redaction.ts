import { z } from 'zod'

const inches = z.number().min(0).max(100)
export const RedactionBox = z.strictObject({ x: inches, y: inches, width: inches, height: inches })

/**
 * What a person decided of a page: boxes that are black besides what the machine found, and places of the machine's that
 * are shown after all. Inches of the page as it stood with that turn.
 */
export const ByHand = z.object({
  add: z.array(RedactionBox).max(5000),
  show: z.array(RedactionBox).max(5000),
  turned: z.literal([0, 90, 180, 270]),
})
export type ByHand = z.infer<typeof ByHand>
