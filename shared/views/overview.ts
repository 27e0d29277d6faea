import { z } from 'zod'
import { faultKinds } from '../../core/model/verdict'

/** What one person may see of the office's work, in figures. */
export const Overview = z.strictObject({
  /** Batches that wait, by rubric and stage, with the oldest of them. */
  waiting: z.array(z.strictObject({ rubric: z.string(), state: z.string(), batches: z.number(), since: z.string() })),
  /** Of each of the last days: what came in, what was filed, and what did not arrive. */
  days: z.array(z.strictObject({ day: z.string(), sides: z.number(), documents: z.number(), filed: z.number(), corrections: z.number() })),
  /** Of the documents that were filed in these days, by rubric: how many needed no hand at their values. */
  untouched: z.array(z.strictObject({ rubric: z.string(), documents: z.number(), untouched: z.number() })),
  /** Fields that people put right most often, of so many documents of that type. */
  changed: z.array(z.strictObject({ rubric: z.string(), type: z.string(), field: z.string(), documents: z.number(), changed: z.number() })),
  /** Deliveries of these days by destination. */
  deliveries: z.array(
    z.strictObject({ destination: z.string(), id: z.string(), delivered: z.number(), waiting: z.number(), failed: z.number() }),
  ),
  /** Verdicts of these days. */
  checked: z.array(z.strictObject({ day: z.string(), documents: z.number(), faulty: z.number() })),
  /** What was found wrong, by where it lies; `documents` is how many of the rubric were looked at. No device where it came as files. */
  faults: z.array(
    z.strictObject({
      rubric: z.string(),
      type: z.string().nullable(),
      kind: z.enum(faultKinds),
      field: z.string().nullable(),
      device: z.string().nullable(),
      faults: z.number(),
      documents: z.number(),
    }),
  ),
  /** Hours for which batches that went on stood in a stage: the middle one, and what nine of ten took at most. */
  stages: z.array(z.strictObject({ rubric: z.string(), stage: z.string(), batches: z.number(), middle: z.number(), most: z.number() })),
  /** Stacks scanned at each device, on how many of them it had trouble, and what it said last of that. */
  devices: z.array(
    z.strictObject({ device: z.string(), id: z.string(), loads: z.number(), faults: z.number(), last: z.string().nullable() }),
  ),
  /** Pages on which a rubric's rules saw a code, and how many of them were read. */
  codes: z.array(z.strictObject({ rubric: z.string(), pages: z.number(), read: z.number() })),
  /** What pages weigh, by how they are kept. */
  storage: z.array(z.strictObject({ colour: z.string(), pages: z.number(), bytes: z.number() })),
})
export type Overview = z.infer<typeof Overview>
