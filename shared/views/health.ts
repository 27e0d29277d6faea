import { z } from 'zod'

/** How a copy runs, for the steward who keeps it. */
export const HealthView = z.strictObject({
  steps: z.array(z.strictObject({ step: z.string(), done: z.number(), failed: z.number(), seconds: z.number() })),
  jobs: z.array(z.strictObject({ step: z.string(), waiting: z.number(), active: z.number(), oldest: z.number() })),
  batches: z.array(z.strictObject({ state: z.string(), count: z.number() })),
  slips: z.array(z.strictObject({ destination: z.string(), waiting: z.number(), failed: z.number() })),
  workers: z.number(),
  connections: z.strictObject({ used: z.number(), most: z.number() }),
  databaseBytes: z.number(),
  /** Where pictures are kept; null where that is not told. */
  freeBytes: z.number().nullable(),
})
export type HealthView = z.infer<typeof HealthView>
