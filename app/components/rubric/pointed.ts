import type { Word } from '~~/core/model/evidence'
import { patternLike } from '~~/core/pattern/like'
import { textOf } from '~~/core/text/lines'
import type { RawSource } from '~/components/rules/useRubricText'

const middle = (word: Word) => word.y + word.height / 2

/**
 * The words that belong together around the one that was pressed: on its line, without a gap as wide as two letters are high;
 * a word that ends with a colon ends what comes before it.
 */
export function phraseAt(words: readonly Word[], pressed: Word): Word[] {
  const line = words
    .filter(word => Math.abs(middle(word) - middle(pressed)) < Math.max(word.height, pressed.height) * 0.6)
    .sort((a, b) => a.x - b.x)
  const at = line.indexOf(pressed)
  const together = (left: Word, right: Word) =>
    right.x - (left.x + left.width) < Math.max(left.height, right.height) * 1.2 && !left.text.endsWith(':')
  let [from, to] = [at, at]
  while (from > 0 && together(line[from - 1]!, line[from]!)) from--
  while (to < line.length - 1 && together(line[to]!, line[to + 1]!)) to++
  return line.slice(from, to + 1)
}

/** The rule that a label and a value, both pointed at, make. */
export function besideLabel(label: readonly Word[], value: readonly Word[]): RawSource {
  return { text: { near: textOf(label).replace(/[:.\s]+$/, ''), value: patternLike(textOf(value)) } }
}

const roomInches = 0.25
const round = (inches: number) => Math.round(inches * 20) / 20

/** The rule that a value makes by its place alone: around it, with room for paper that shifts. */
export function atPlace(value: readonly Word[]): RawSource {
  const left = Math.max(0, Math.min(...value.map(word => word.x)) - roomInches)
  const top = Math.max(0, Math.min(...value.map(word => word.y)) - roomInches)
  const right = Math.max(...value.map(word => word.x + word.width)) + roomInches
  const bottom = Math.max(...value.map(word => word.y + word.height)) + roomInches
  const zone = { x: round(left), y: round(top), width: round(right - left), height: round(bottom - top), unit: 'in' as const }
  return { text: { zone, value: patternLike(textOf(value)) } }
}
