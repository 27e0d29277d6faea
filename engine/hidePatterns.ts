import type { Redaction, Word } from '../core/model/evidence'
import type { Rubric } from '../core/rubric/rubric'
import { blackened } from '../core/raster/blacken'
import { patternOf } from '../core/pattern/pattern'
import { decided, patternPlaces, withoutPatterns, wordsBeside } from '../core/text/redact'
import { inPixels } from '../core/raster/inches'
import type { Examined } from './examine'
import type { PageFiles } from './pageFiles'
import { readBest } from './reading'
import { readAgain } from './secondReading'

/** An examined page on which nothing is left that fits a pattern, and the words that are left. */
export interface WithoutPatterns {
  examined: Examined
  words: Word[]
}

/**
 * Blackens what fits one of a rubric's patterns, in either of two readings or in the text that the page itself carries.
 * @param files the page's pictures as they are so far
 * @param own the page's own text, where it never was paper
 */
export async function hidePatterns(
  examined: Examined,
  { page, reading }: PageFiles,
  own: Word[] | null,
  rubric: Rubric,
): Promise<WithoutPatterns> {
  const patterns = rubric.redact!.patterns
  const { dpi, evidence } = examined
  const { languages } = rubric.read
  const [read] = await readBest([{ page, reading, lone: evidence.lone }], dpi, languages)
  // Of the page that is kept: what can be read there must not stay.
  const [again] = await readAgain([{ file: page, dpi }], languages)
  const found: Redaction[] = []
  // What one reading found, the next does not hide once more.
  for (const words of [own ?? [], read!, again!]) {
    const left = wordsBeside(words, found)
    found.push(...patternPlaces(left, patterns).map(box => ({ ...box, by: 'pattern' as const })))
  }
  const places = decided(found, examined.byHand && { add: [], show: examined.byHand.show })
  const words = withoutPatterns(wordsBeside(own ?? read!, places), places.length === found.length ? patterns : [])
  if (places.length === 0) return { examined, words }
  const areas = places.map(box => inPixels(box, dpi))
  const fits = (text: string) => patterns.some(pattern => patternOf(pattern).exec(text) !== null)
  return {
    words,
    examined: {
      ...examined,
      page: blackened(examined.page, areas),
      reading: examined.reading && blackened({ ...examined.reading, channels: 1 as const }, areas),
      ink: examined.ink && blackened({ ...examined.ink, channels: 1 as const }, areas, 1),
      evidence: {
        ...evidence,
        unread: evidence.unread.map(spot => ({ ...spot, beside: spot.beside.filter(text => !fits(text)) })),
        redactions: [...(evidence.redactions ?? []), ...places],
      },
    },
  }
}
