import { checkValue } from '~~/core/fields/fieldValue'
import { kindOf } from '~~/core/fields/kinds'
import type { Word } from '~~/core/model/evidence'
import type { Field } from '~~/core/rubric/field'
import type { Box } from '~~/core/model/zone'

/** Inches around a word within which a click still means it. */
const slack = 0.03
/** Words that stand farther apart are not one value; in heights of a word. */
const mostGap = 1.2
const mostWords = 4

const touches = (word: Word, box: Box) =>
  word.x < box.x + box.width + slack &&
  word.x + word.width > box.x - slack &&
  word.y < box.y + box.height + slack &&
  word.y + word.height > box.y - slack

/** The words in a box, in reading order, as one text. */
export const textIn = (words: readonly Word[], box: Box): string =>
  words
    .filter(word => touches(word, box))
    .map(word => word.text)
    .join(' ')

/** The place in the reading of the word at a point, in inches; null where none stands. */
export function wordAt(words: readonly Word[], x: number, y: number): number | null {
  const at = words.findIndex(word => touches(word, { x, y, width: 0, height: 0 }))
  return at < 0 ? null : at
}

export const isWordAt = (words: readonly Word[], x: number, y: number): boolean => wordAt(words, x, y) !== null

/** Whether a field is filled by words: not by boxes, a list or rows. */
export const takesWords = (field: Field): boolean => ['line', 'lines', 'address'].includes(kindOf(field).control)

/** Words that a field of a narrow kind or pattern could take: outlined on the page. */
export function takeable(words: readonly Word[], field: Field | null, languages: readonly string[]): Word[] {
  if (!field || !takesWords(field) || (field.kind !== 'date' && field.kind !== 'number' && field.kind !== 'email' && !field.pattern))
    return []
  return words.filter(word => checkValue(field, word.text, languages).ok)
}

/** Runs of words on the page that begin with what is typed and that the field could take, the shortest first. */
export function completions(words: readonly Word[], part: string, field: Field, languages: readonly string[], most: number): string[] {
  const wanted = part.trim().toLowerCase()
  const found = new Set<string>()
  if (wanted === '') return []
  for (const [at, word] of words.entries()) {
    if (!word.text.toLowerCase().startsWith(wanted.split(' ')[0]!)) continue
    let text = ''
    for (let next = at; next < Math.min(words.length, at + mostWords); next++) {
      const [one, before] = [words[next]!, words[next - 1]]
      if (next > at && (one.line !== before!.line || one.x - before!.x - before!.width > mostGap * before!.height)) break
      text = text ? `${text} ${one.text}` : one.text
      if (text.toLowerCase().startsWith(wanted) && text.length > part.trim().length && checkValue(field, text, languages).ok)
        found.add(text)
      if (found.size >= most) return [...found]
    }
  }
  return [...found]
}
