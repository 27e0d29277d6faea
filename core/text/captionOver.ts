import type { Word } from '../model/evidence'
import { centreInside, type Box } from '../model/zone'
import { middle } from './geometry'
import { typeSize } from './typeSize'

/** What stands no further off, in inches, stands beside a label, whatever is below it. */
const besideInches = 0.5
/** How far a value may begin from below its caption's first letter, and below its foot, in inches. */
const aside = 0.15
const beneath = 0.22
/** Type that differs in size by less is of one size. */
const larger = 1.15
/** Captions stand so much closer to their values than to what is above them. */
const closer = 1.25
/** Steps from line to line that differ by less are alike, in inches. */
const alike = 0.05

/**
 * Whether a label is the caption of a form's cell, so that its value is what stands under it, and what stands beside it is the
 * caption of the next cell. Told by size, captions being smaller than values, or by the steps down the column: caption and
 * value, closely, then the next caption.
 * @param words of the page
 * @param under what begins below the label
 * @param right what stands beside it
 */
export function isCaptionOver(words: readonly Word[], label: Box, under: readonly Word[], right: readonly Word[]): boolean {
  const [first, next] = [under[0], right[0]]
  if (!first || !next || next.x - label.x - label.width < besideInches) return false
  const gap = first.y - label.y - label.height
  if (Math.abs(first.x - label.x) > aside || gap > beneath) return false
  const own = words.filter(word => centreInside(word, label))
  const [caption, value, beside] = [typeSize(own), typeSize(under), typeSize(right)]
  const isLarger = value >= larger * caption && beside / caption < value / beside
  return isLarger || isPaired(words, label, middle(first))
}

/** Whether lines in the label's column go by twos: this one and the one below it closely, and another such pair next to them. */
function isPaired(words: readonly Word[], label: Box, below: number): boolean {
  const begins = words.filter(
    word => Math.abs(word.x - label.x) <= aside && !words.some(other => other !== word && isJustBefore(other, word)),
  )
  const steps = [...begins].sort((a, b) => middle(a) - middle(b)).map(middle)
  const lines = steps.filter((at, line) => line === 0 || at - steps[line - 1]! > alike)
  const at = lines.findIndex(line => Math.abs(line - middle(label)) <= alike)
  const value = lines.findIndex(line => Math.abs(line - below) <= alike)
  if (at < 0 || value !== at + 1) return false
  const step = (from: number) => {
    const [one, next] = [lines[from], lines[from + 1]]
    return one === undefined || next === undefined ? null : next - one
  }
  const own = step(at)!
  const isPair = (between: number | null, other: number | null) =>
    between !== null && other !== null && between >= closer * own && Math.abs(other - own) <= alike
  return isPair(step(at + 1), step(at + 2)) || isPair(step(at - 1), step(at - 2))
}

const isJustBefore = (before: Word, word: Word) => {
  const gap = word.x - before.x - before.width
  return Math.abs(middle(before) - middle(word)) < 0.5 * word.height && gap > -0.02 && gap < 1.2 * word.height
}
