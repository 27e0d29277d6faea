import { z } from 'zod'
import { Box } from './zone'

/** What is black on a page and what said so: in inches. */
export const Redaction = z.object({ ...Box.shape, by: z.enum(['highlighter', 'pattern', 'person']) })
export type Redaction = z.infer<typeof Redaction>

/** A barcode that was read. Inches from the top-left of the upright page. */
export const Code = z.object({ format: z.string(), value: z.string(), ...Box.shape })
export type Code = z.infer<typeof Code>

/** Why a reading is believed: its own check sum agrees, it fits the rule's pattern, or two ways of reading gave the same. */
export const Grounds = z.enum(['check sum', 'pattern', 'read twice'])
export type Grounds = z.infer<typeof Grounds>

/** The same with why it is believed and which way of reading gave it. */
export const ReadCode = Code.extend({ grounds: Grounds.optional(), how: z.string().optional() })
export type ReadCode = z.infer<typeof ReadCode>

/**
 * A place where a rule expects a code and something like one stands that does not read, or reads in two ways.
 * `readings` are values that nobody vouches for; `beside` is text near it that looks like a number.
 */
export const UnreadCode = z.object({
  ...Box.shape,
  tried: z.string(),
  readings: z.array(z.string()).default([]),
  beside: z.array(z.string()).default([]),
})
export type UnreadCode = z.infer<typeof UnreadCode>

/** What examining one side found out; all that splitting needs to know of its pixels. */
export const PageEvidence = z.object({
  widthPx: z.int(),
  heightPx: z.int(),
  dpi: z.number(),
  ink: z.number(),
  skewDeg: z.number(),
  blank: z.boolean(),
  /** Of a page with print: how much darker that is than the paper (0 to 1), and at which edges it is likely cut off. */
  contrast: z.number().optional(),
  cut: z.array(z.enum(['top', 'right', 'bottom', 'left'])).optional(),
  codes: z.array(ReadCode),
  unread: z.array(UnreadCode),
  /** What is black by now, and whose words are in nothing that is known of the page. */
  redactions: z.array(Redaction).optional(),
  /** Letters and figures that stand by themselves, in inches: reading leaves those out first. */
  lone: z.array(Box).optional(),
})
export type PageEvidence = z.infer<typeof PageEvidence>

/**
 * One recognised word. Inches from the top-left of the upright page; confidence 0 to 1. Lines, paragraphs and blocks are
 * numbered from 0 over the page, as whoever read it found them.
 */
export const Word = z.object({
  text: z.string(),
  ...Box.shape,
  confidence: z.number(),
  line: z.int(),
  paragraph: z.int().optional(),
  block: z.int().optional(),
})
export type Word = z.infer<typeof Word>

/** What a person said about a page; kept apart from what the machine found. */
export const Answer = z.discriminatedUnion('as', [
  z.strictObject({ as: z.literal('code'), value: z.string().trim().min(1).max(200) }),
  z.strictObject({ as: z.literal('start') }),
  z.strictObject({ as: z.literal('continue') }),
])
export type Answer = z.infer<typeof Answer>
