import { z } from 'zod'
import { Box } from './zone'
import type { FieldValue } from './ledger'

/** How what was learned does on the documents that it was learned from, each one left out while it was asked. */
export const Measured = z.object({ documents: z.int(), right: z.int(), wrong: z.int(), open: z.int() })
export type Measured = z.infer<typeof Measured>

/** Where a field's value stands on paper of one layout: the page of the document (from 0), and the place in inches. */
export const Place = z.object({
  page: z.int(),
  box: Box,
  /** Words of the longest value that was found there. */
  words: z.int(),
  /** What stands right after each of them, and belongs to none. */
  ends: z.string().optional(),
  /** Words printed about there on most documents, as letters and figures: none of them begins a value. */
  print: z.array(z.string()).optional(),
  /** A pattern that all values fit which were found there. */
  like: z.string().optional(),
})
export type Place = z.infer<typeof Place>

/** Where on paper of one type people found a field's value, by layout, the usual one first. */
export const LearnedPlace = z.object({ layouts: z.array(Place).min(1), measured: Measured })
export type LearnedPlace = z.infer<typeof LearnedPlace>

/** What marks a type's first pages, each mark with how much more often it is there than on the other types' (0 to 1). */
export const LearnedTypes = z.object({
  marks: z.record(z.string(), z.record(z.string(), z.number())),
  /** Documents by type. */
  documents: z.record(z.string(), z.int()),
  measured: Measured,
})
export type LearnedTypes = z.infer<typeof LearnedTypes>

/** Whether a person gave a value, or left it as it was found where people had found it before. */
export const isTaught = (from: FieldValue['from']): boolean => from === 'person' || from === 'learned'

/** Fewest documents of a type, or with a value that people found, before anything is said. */
export const fewestDocuments = 5

/** What holds of so many documents, or of so many of those that could show it, holds mostly. */
export const mostly = 0.6

/**
 * Whether what was learned may speak: it gave something on at least half of what it was asked, wrongly on at most so
 * large a share of what it gave.
 */
export const maySpeak = ({ documents, right, wrong }: Measured, mostWrong: number): boolean =>
  right >= fewestDocuments && right + wrong >= documents / 2 && wrong <= mostWrong * (right + wrong)
