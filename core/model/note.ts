import { z } from 'zod'
import { Box } from './zone'

/** The evidence behind a margin note: which rule decided, what it read and where, how sure that is, and what was tried. */
export const Note = z.object({
  /** The rule's number, from 1; null where none decided. */
  rule: z.int().nullable(),
  read: z.string().nullable(),
  /** Inches from the top-left of the upright page. */
  box: Box.nullable(),
  /** In words: "its check sum agrees", "93 % by OCR". */
  sure: z.string().nullable(),
  tried: z.string().nullable(),
})
export type Note = z.infer<typeof Note>

/** A note of which only some is known. */
export const noteOf = (known: Partial<Note>): Note => ({ rule: null, read: null, box: null, sure: null, tried: null, ...known })
