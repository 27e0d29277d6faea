import { z } from 'zod'
import type { Word } from '../model/evidence'

/**
 * A page's words as they are kept: a row each of text, x, y, width and height in thousandths of an inch, sureness in
 * thousandths, and the numbers of its line, paragraph and block.
 */
export const PackedWords = z.array(z.tuple([z.string(), z.int(), z.int(), z.int(), z.int(), z.int(), z.int(), z.int(), z.int()]))
export type PackedWords = z.infer<typeof PackedWords>

const thousandths = (value: number) => Math.round(value * 1000)

/** Words to be kept; what lies below a thousandth of an inch is lost. */
export const packWords = (words: readonly Word[]): PackedWords =>
  words.map(word => [
    word.text,
    thousandths(word.x),
    thousandths(word.y),
    thousandths(word.width),
    thousandths(word.height),
    thousandths(word.confidence),
    word.line,
    word.paragraph ?? word.line,
    word.block ?? 0,
  ])

/** A word as it was read. */
export const unpackWord = ([text, x, y, width, height, confidence, line, paragraph, block]: PackedWords[number]): Word => ({
  text,
  x: x / 1000,
  y: y / 1000,
  width: width / 1000,
  height: height / 1000,
  confidence: confidence / 1000,
  line,
  paragraph,
  block,
})

/** Kept words as they were read. @throws {z.ZodError} where they were kept otherwise */
export const unpackWords = (kept: unknown): Word[] => PackedWords.parse(kept).map(unpackWord)
