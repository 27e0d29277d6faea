import { z } from 'zod'
import { highlighterColours } from '../model/highlighters'
import { mostReduced } from '../quality/plan'
import { pattern } from './schemas'

/** What is blacked out in pictures, words, values and files: what is marked on paper, and what fits a pattern. */
export const Redact = z.strictObject({
  highlighter: z.array(z.enum(highlighterColours)).max(5).default([]),
  patterns: z.array(pattern).max(50).default([]),
  keepOriginal: z.boolean().default(false),
  /** Whether a second person looks at each document with something blacked out before it is filed. */
  look: z.boolean().default(false),
})

/** Which documents a second person checks: none, all, a share, or a sampling plan by ISO 2859-1. */
export const Check = z
  .strictObject({
    mode: z.enum(['none', 'all', 'share', 'plan']),
    percent: z.number().positive().max(100).optional(),
    level: z.enum(['I', 'II', 'III']).default('II'),
    aql: z.number().positive().max(1000).default(1),
    /** Whether a plan goes over to reduced inspection after many lots that were accepted easily. */
    reduced: z.boolean().optional(),
    /** Whether whoever entered a document may check it, too: where there is nobody else. */
    own: z.boolean().optional(),
  })
  .check(context => {
    const { mode, percent, aql, reduced } = context.value
    if (reduced && (mode !== 'plan' || aql > mostReduced))
      context.issues.push({
        code: 'custom',
        path: ['reduced'],
        input: reduced,
        message: `only for a plan with an aql of at most ${mostReduced}`,
      })
    if ((mode === 'share') !== (percent !== undefined))
      context.issues.push({
        code: 'custom',
        path: ['percent'],
        input: percent,
        message: mode === 'share' ? 'how many in a hundred' : 'no percent but for a share',
      })
  })

export type Check = z.infer<typeof Check>

/** How many batches may wait in a stage, from how many on people are told, and for how long, in hours. */
export const Limits = z.strictObject({
  waiting: z.int().min(1).optional(),
  warnAt: z.int().min(1).optional(),
  hours: z.number().positive().optional(),
})

export type Limits = z.infer<typeof Limits>

/** After how many days, and only once delivered, bytes go; rows and digests stay. */
export const Keep = z.strictObject({ setAsideDays: z.int().min(0).optional(), originalDays: z.int().min(0).optional() })
