import { z } from 'zod'

const box = { x: z.number(), y: z.number(), width: z.number(), height: z.number() }

/** A barcode that was read. Inches from the top-left of the upright page. */
export const Code = z.object({ format: z.string(), value: z.string(), ...box })
export type Code = z.infer<typeof Code>

/** A place where a rule expects a code and something like one stands that does not read. */
export const UnreadCode = z.object({ ...box, tried: z.string() })
export type UnreadCode = z.infer<typeof UnreadCode>

/** What examining one side found out; all that splitting needs to know of its pixels. */
export const PageEvidence = z.object({
  widthPx: z.int(),
  heightPx: z.int(),
  dpi: z.number(),
  ink: z.number(),
  skewDeg: z.number(),
  blank: z.boolean(),
  codes: z.array(Code),
  unread: z.array(UnreadCode),
})
export type PageEvidence = z.infer<typeof PageEvidence>

/** One recognised word. Inches from the top-left of the upright page; confidence 0 to 1. */
export const Word = z.object({ text: z.string(), ...box, confidence: z.number(), line: z.int() })
export type Word = z.infer<typeof Word>

/** What a person said about a page; kept apart from what the machine found. */
export const Answer = z.discriminatedUnion('as', [
  z.strictObject({ as: z.literal('code'), value: z.string().trim().min(1).max(200) }),
  z.strictObject({ as: z.literal('start') }),
  z.strictObject({ as: z.literal('continue') }),
])
export type Answer = z.infer<typeof Answer>
