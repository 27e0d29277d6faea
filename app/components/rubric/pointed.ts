import type { Word } from '~~/core/model/evidence'
import { patternLike } from '~~/core/pattern/like'
import { textOf } from '~~/core/text/lines'
import { phraseOf } from '~~/core/text/phrase'
import type { RawSource } from '~/components/rules/useRubricText'

const middle = (word: Word) => word.y + word.height / 2

/** The phrase around the word that was pressed. */
export function phraseAt(words: readonly Word[], pressed: Word): Word[] {
  const line = words
    .filter(word => Math.abs(middle(word) - middle(pressed)) < Math.max(word.height, pressed.height) * 0.6)
    .sort((a, b) => a.x - b.x)
  return phraseOf(line, line.indexOf(pressed))
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
