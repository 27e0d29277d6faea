import { z } from 'zod'
import { Choices } from '../../core/rubric/choices'
import { Field } from '../../core/rubric/field'
import { Rubric } from '../../core/rubric/rubric'
import { changeable } from '../../core/rubric/scan'
import { ColourMode, ScanSource } from '../../core/model/scanned'

/** A destination that a rubric leaves open until somebody scans. */
export const OpenSend = z.strictObject({ to: z.string(), name: z.string(), asks: z.enum(['folder', 'people']) })
export type OpenSend = z.infer<typeof OpenSend>

export const PageWeight = z.strictObject({
  colour: ColourMode,
  dpi: z.number(),
  bytes: z.number(),
  pages: z.number(),
})
export type PageWeight = z.infer<typeof PageWeight>

/** What a page of one kind of file has weighed, of documents in one colour. */
export const FileWeight = z.strictObject({ mediaType: z.string(), colour: ColourMode, bytes: z.number() })
export type FileWeight = z.infer<typeof FileWeight>

/** What starting a batch with a rubric asks, and how it would be scanned. */
export const StartForm = z.strictObject({
  id: z.string(),
  name: z.string(),
  rubric: Rubric,
  /** Names of destinations, by id. */
  destinations: z.record(z.string(), z.string()),
  source: ScanSource,
  card: z.boolean(),
  fields: z.array(Field),
  /** Fields that a business record fills from what was typed: by field, what they are looked up with. */
  lookedUp: z.boolean(),
  sends: z.array(OpenSend),
  mayChange: z.array(z.enum(changeable)),
  /** As the rubric says, with what this person chose the last time. */
  settings: Choices.omit({ name: true, protect: true, format: true }).required().extend({ format: z.string().nullable() }),
  changed: Choices,
  /** What pages of this rubric have weighed, on average. */
  weights: z.array(PageWeight),
  fileWeights: z.array(FileWeight),
})
export type StartForm = z.infer<typeof StartForm>
