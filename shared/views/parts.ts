import { z } from 'zod'

/**
 * A long list in parts, each with a tag of what it holds: one that whoever asks has already comes without its rows.
 */
export const inParts = <T extends z.ZodType>(row: T) => z.array(z.strictObject({ tag: z.string(), rows: z.array(row).optional() }))
export interface Part<Row> {
  tag: string
  rows?: Row[] | undefined
}
/** Tags as a question names them. */
export const Tags = z
  .string()
  .regex(/^[\w.-]*$/)
  .max(6000)
  .default('')
  .transform(text => new Set(text.split('.').filter(Boolean)))
