import { z } from 'zod'
import { PageEvidence, ReadCode, UnreadCode, Word } from '../core/model/evidence'
import { ByHand } from '../core/model/redaction'
import { BarcodeRule, Rubric } from '../core/rubric/rubric'

/** Another thing that the examining process is asked: how many pages a file has. Opening it may bring the decoder down, too. */
export const CountJob = z.object({ id: z.int(), count: z.string(), wide: z.boolean() })
export type CountJob = z.infer<typeof CountJob>

/** What the examining process is asked: one page of one file. */
export const ExamineJob = z.object({
  id: z.int(),
  file: z.string(),
  page: z.int().min(1),
  side: z.enum(['front', 'back']),
  /** The page of an opened book that is wanted; null takes the whole side. */
  half: z.enum(['left', 'right']).nullable().default(null),
  /** Where the other side of the sheet is, if it is known. */
  behind: z
    .object({ file: z.string(), page: z.int().min(1) })
    .nullable()
    .default(null),
  /** By how much a person turned it, clockwise, besides what the rubric says. */
  turned: z.literal([0, 90, 180, 270]).default(0),
  /** What a person decided of what is blacked out. */
  byHand: ByHand.nullable().default(null),
  rubric: Rubric,
  /** Whether somebody will look at it in a ribbon. */
  thumbnail: z.boolean().default(true),
  /** Folder for the page's files, which exists and is the job's alone. */
  folder: z.string(),
})
export type ExamineJob = z.input<typeof ExamineJob>

/** And a third: what other rules would see on a page that was examined already. */
export const CodesJob = z.object({
  id: z.int(),
  codes: z.string(),
  side: z.enum(['front', 'back']),
  dpi: z.number(),
  rules: z.array(BarcodeRule),
  languages: z.array(z.string()),
})
export type CodesJob = z.input<typeof CodesJob>

/**
 * And a fourth: a picture of a file's page for somebody who waits for it. As a `thumbnail`; as it was `scanned`, no wider
 * than a screen; or, of a page that is kept, as it can be `shown` in a browser.
 */
export const PictureJob = z.object({
  id: z.int(),
  picture: z.string(),
  page: z.int().min(1),
  dpi: z.number(),
  as: z.enum(['thumbnail', 'scanned', 'shown']),
  folder: z.string(),
})
export type PictureJob = z.infer<typeof PictureJob>

/** What the process says first: from then on, its end is the page's doing. */
export const hasBegun = 'begun'

export const ExamineReply = z.discriminatedUnion('outcome', [
  z.object({
    id: z.int(),
    outcome: z.literal('examined'),
    evidence: PageEvidence,
    mono: z.boolean(),
    colour: z.enum(['mono', 'grey', 'colour']),
    /** A page that was never paper, and stands in files as it is. */
    bornDigital: z.boolean(),
    /** Its own text, or what was read to hide what fits a pattern. */
    words: z.array(Word).nullable(),
    files: z.object({ page: z.string(), thumbnail: z.string().nullable(), reading: z.string().nullable() }),
  }),
  /** `wide`: pages that are wider than high, from 1, where they were asked for. */
  z.object({ id: z.int(), outcome: z.literal('counted'), pages: z.int(), wide: z.array(z.int()) }),
  z.object({ id: z.int(), outcome: z.literal('codes'), codes: z.array(ReadCode), unread: z.array(UnreadCode) }),
  z.object({ id: z.int(), outcome: z.literal('pictured'), file: z.string(), mediaType: z.enum(['image/webp', 'image/jpeg', 'image/png']) }),
  /** The input's fault: trying again would not help. */
  z.object({ id: z.int(), outcome: z.literal('unreadable'), why: z.string() }),
  /** Ours, or the machine's. */
  z.object({ id: z.int(), outcome: z.literal('failed'), error: z.string() }),
])
export type ExamineReply = z.infer<typeof ExamineReply>
