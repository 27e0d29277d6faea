import { describe, expect, it } from 'vitest'
import { idFor } from '../../core/name/identity'
import { atPlace, besideLabel, phraseAt } from '../../app/components/rubric/pointed'
import { textOf } from '../../core/text/lines'
import { findText } from '../../core/text/find'
import type { Word } from '../../core/model/evidence'
import type { TextSource } from '../../core/rubric/field'

/** Words of a line, an eighth of an inch high, each with the gap before it. */
function line(y: number, ...parts: [text: string, gap: number][]): Word[] {
  let x = 1
  return parts.map(([text, gap], at) => {
    x += gap
    const word = { text, x, y, width: text.length * 0.08, height: 0.12, confidence: 0.9, line: Math.round(y * 10), paragraph: at, block: 0 }
    x += word.width
    return word
  })
}
const label = line(2, ['Hull', 0], ['number:', 0.05], ['SM-4417', 0.06], ['Berth', 0.8], ['C4', 0.1])
const other = line(3, ['Name', 0], ['of', 0.05], ['vessel', 0.05], ['Little', 1], ['Auk', 0.05])
const words = [...other, ...label]

describe('a word that is pressed', () => {
  it.each([
    [label[0]!, 'Hull number:'],
    [label[2]!, 'SM-4417'],
    [label[3]!, 'Berth C4'],
    [other[1]!, 'Name of vessel'],
    [other[4]!, 'Little Auk'],
  ])('stands for what belongs to it', (pressed, phrase) => {
    expect(textOf(phraseAt(words, pressed))).toBe(phrase)
  })
})

describe('what was pointed at', () => {
  const textOfSource = (source: ReturnType<typeof besideLabel>) => ('text' in source ? (source.text as TextSource) : null)!

  it('beside its label finds that value, and others of its form', () => {
    const source = besideLabel(phraseAt(words, label[0]!), phraseAt(words, label[2]!))
    expect(source).toEqual({ text: { near: 'Hull number', value: '[A-Z]{2}-\\d{4}' } })
    expect(findText(words, textOfSource(source))?.value).toBe('SM-4417')
    const next = line(5, ['Hull', 0], ['number:', 0.05], ['PZ-0009', 0.06])
    expect(findText(next, textOfSource(source))?.value).toBe('PZ-0009')
  })

  it('by its place finds it also where the paper lies a little elsewhere', () => {
    const source = atPlace(phraseAt(words, other[3]!))
    const moved = words.map(word => ({ ...word, x: word.x + 0.1, y: word.y - 0.1 }))
    expect(findText(moved, textOfSource(source))?.value).toBe('Little Auk')
  })
})

it('a label becomes an id that no other has', () => {
  expect(idFor('Hull number', [])).toBe('hull-number')
  expect(idFor('Größe (m²)', [])).toBe('gro-e-m')
  expect(idFor('7 days', ['days'])).toBe('days-2')
  expect(idFor('???', ['field', 'field-2'])).toBe('field-3')
})
