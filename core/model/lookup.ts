import { z } from 'zod'

/** A business record that was found: its values, and what tells it apart from others. */
export const BusinessRecord = z.object({ id: z.string(), values: z.record(z.string(), z.string()), shown: z.array(z.string()) })
export type BusinessRecord = z.infer<typeof BusinessRecord>

/** What a system of business records said about one document. */
export const LookupAnswer = z.object({
  noun: z.string(),
  /** The index field whose value was asked for, and that value; null where the field had none. */
  field: z.string(),
  value: z.string().nullable(),
  records: z.array(BusinessRecord),
  /** The record that holds for the document: the only one, or the one that a person chose. */
  chosen: z.string().nullable(),
  /** Why there is no answer. */
  trouble: z.string().nullable(),
})
export type LookupAnswer = z.infer<typeof LookupAnswer>

/** Answers by the id of the destination that has the records. */
export const LookupAnswers = z.record(z.string(), LookupAnswer)
export type LookupAnswers = z.infer<typeof LookupAnswers>
