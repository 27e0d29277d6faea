import { z } from 'zod'

/**
 * What a person may do with a rubric's batches: scan (begin them, add to their own), fix (pages and splits), index
 * (values), check, see (what was filed), and see the original of pages on which something was blacked out.
 */
export const acts = ['scan', 'fix', 'index', 'check', 'see', 'original'] as const
export const Act = z.enum(acts)
export type Act = z.infer<typeof Act>
