import type { Word } from '../../core/model/evidence'

/** Words of one printed line, as wide as they are long, a space between them. */
export function line(text: string, x: number, y: number, number: number): Word[] {
  let at = x
  return text.split(' ').map(part => {
    const word: Word = { text: part, x: at, y, width: part.length * 0.08, height: 0.14, confidence: 0.9, line: number }
    at += word.width + 0.06
    return word
  })
}
