import type { Word } from '../core/model/evidence'
import type { Rubric } from '../core/model/rubric'
import { patternPlaces, wordsBeside } from '../core/text/redact'
import { redactFile } from '../engine/redactFile'
import type { Side } from './examineAll'

/**
 * Words of a side, but for those that a pattern of the rubric hides. These are blackened on its picture, and what it knew
 * of them before is gone.
 */
export async function hidePatterns(side: Side, words: readonly Word[], rubric: Rubric): Promise<Word[]> {
  const places = patternPlaces(words, rubric.redact?.patterns ?? [])
  if (places.length === 0) return [...words]
  await redactFile(side.files!.page, side.mono, side.evidence!.dpi, places)
  side.redactions.push(...places.map(place => ({ ...place, by: 'pattern' as const })))
  side.words = side.words && wordsBeside(side.words, places)
  side.bornDigital = false
  return wordsBeside(words, places)
}
