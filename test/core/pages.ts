import type { Answer, PageEvidence, Word } from '../../core/model/evidence'
import { Rubric } from '../../core/rubric/rubric'
import type { SplitPage } from '../../core/split/types'

const zone = { x: 5, y: 0, width: 3, height: 1.5, unit: 'in' as const }

/** A rubric for two-sided paper with a Code 128 at the top right, as far as splitting goes. */
export function rubricFor(split: Record<string, unknown> = {}, more: Record<string, unknown> = {}): Rubric {
  return Rubric.parse({
    version: 1,
    name: 'Test',
    scan: { sides: 'both' },
    split: {
      rules: [{ rule: 'barcode', formats: ['Code128'], zone, value: '^MP(?<year>\\d{2})-(?<permit>\\d{5})$', type: 'permit' }],
      ...split,
    },
    types: [
      { id: 'permit', label: 'Permit' },
      { id: 'other', label: 'Other' },
    ],
    defaultType: 'other',
    ...more,
  })
}

interface Given {
  code?: string
  format?: string
  at?: { x: number; y: number }
  blank?: boolean
  unread?: boolean
  broken?: string
  text?: string
  answer?: Answer
}

/** Words of one line, an inch from the top-left, half an inch each. */
export const line = (text: string): Word[] =>
  text.split(' ').map((word, at) => ({ text: word, x: 1 + at * 0.6, y: 1, width: 0.5, height: 0.15, confidence: 1, line: 0 }))

/** Sides of two-sided sheets in order; `null` is a blank side. */
export function sides(...given: (Given | null)[]): SplitPage[] {
  return given.map((one, at): SplitPage => {
    const { code, format = 'Code128', at: place = { x: 6, y: 0.5 }, blank = false, unread, broken, text, answer } = one ?? { blank: true }
    const evidence: PageEvidence = {
      widthPx: 1654,
      heightPx: 2339,
      dpi: 200,
      ink: blank ? 0 : 0.03,
      skewDeg: 0,
      blank,
      codes: code === undefined ? [] : [{ format, value: code, ...place, width: 1.8, height: 0.4 }],
      unread: unread ? [{ x: 6, y: 0.5, width: 1.8, height: 0.4, tried: 'tried', readings: [], beside: [] }] : [],
    }
    return {
      page: at + 1,
      sheet: Math.floor(at / 2) + 1,
      side: at % 2 === 0 ? 'front' : 'back',
      evidence: broken ? null : evidence,
      trouble: broken ?? null,
      words: text === undefined ? null : line(text),
      answer: answer ?? null,
    }
  })
}
