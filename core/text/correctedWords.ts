import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'

/** What a person says stands in a place where something else was read; nothing, where that is empty. Inches. */
export interface WordCorrection extends Box {
  was: string
  said: string
}

const middle = ({ x, y, width, height }: Box) => ({ x: x + width / 2, y: y + height / 2 })

/** Whether a word stands where a correction was made, and was read as it was then. */
function meant(word: Word, correction: WordCorrection): boolean {
  const [one, other] = [middle(word), middle(correction)]
  return (
    word.text === correction.was &&
    Math.abs(one.x - other.x) < correction.width / 2 &&
    Math.abs(one.y - other.y) < Math.max(correction.height, word.height) / 2
  )
}

/** Words of a reading as people put them right, the last correction of a place last; what was read otherwise by now stays. */
export function correctedWords(words: readonly Word[], corrections: readonly WordCorrection[]): Word[] {
  let now = [...words]
  for (const correction of corrections)
    now = now.flatMap(word => {
      if (!meant(word, correction)) return [word]
      return correction.said === '' ? [] : [{ ...word, text: correction.said, confidence: 1 }]
    })
  return now
}
