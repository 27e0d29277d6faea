import type { PageEvidence, Word } from '../core/model/evidence'
import { Rubric } from '../core/rubric/rubric'
import { splitPages } from '../core/split/split'
import type { SplitPage } from '../core/split/types'

const words = (text: string): Word[] =>
  text.split(' ').map((word, at) => ({
    text: word,
    x: 1 + 0.6 * at,
    y: 1 + 0.2 * Math.floor(at / 9),
    width: 0.5,
    height: 0.15,
    confidence: 0.9,
    line: Math.floor(at / 9),
  }))
const prose = words(Array.from({ length: 40 }, () => 'the berth was surveyed at low water').join(' '))

/** Evidence of two-sided permit files: a code on every fifth front, text on every page, blank backs. */
function evidence(count: number): SplitPage[] {
  return Array.from({ length: count }, (_, at): SplitPage => {
    const back = at % 2 === 1
    const code = !back && at % 10 === 0
    const found: PageEvidence = {
      widthPx: 1654,
      heightPx: 2339,
      dpi: 200,
      ink: back ? 0 : 0.04,
      skewDeg: 0,
      blank: back,
      unread: [],
      codes: code ? [{ format: 'Code128', value: `MP26-${String(at).padStart(5, '0')}`, x: 5.9, y: 0.4, width: 1.8, height: 0.5 }] : [],
    }
    return {
      page: at + 1,
      sheet: (at >> 1) + 1,
      side: back ? 'back' : 'front',
      evidence: found,
      trouble: null,
      words: back ? null : prose,
      answer: null,
    }
  })
}

const rubric = Rubric.parse({
  version: 1,
  name: 'Splitting',
  scan: { sides: 'both' },
  split: {
    rules: [
      {
        rule: 'barcode',
        formats: ['Code128'],
        zone: { x: 5.3, y: 0.1, width: 2.9, height: 1.5 },
        value: '^MP(?<year>\\d{2})-(?<permit>\\d{5})$',
      },
      { rule: 'text', zone: { x: 0.5, y: 0.5, width: 5, height: 2 }, value: '^Statement of dues' },
      { rule: 'blank-sheet' },
      { rule: 'count', sheets: 400 },
    ],
  },
})

/** Milliseconds that splitting takes over so many pages under four kinds of rules: the median of five runs. */
export function splitting(count: number): number {
  const pages = evidence(count)
  const runs = Array.from({ length: 5 }, () => {
    const begun = performance.now()
    splitPages(pages, rubric)
    return performance.now() - begun
  })
  return runs.sort((a, b) => a - b)[2]!
}
