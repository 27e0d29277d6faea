import { z } from 'zod'

/**
 * What a person may do with a rubric's batches: scan (begin them, add to their own), fix (pages and splits), index
 * (values), check, and see (what was filed).
 */
export const acts = ['scan', 'fix', 'index', 'check', 'see'] as const
export const Act = z.enum(acts)
export type Act = z.infer<typeof Act>
