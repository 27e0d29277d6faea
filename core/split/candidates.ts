import { z } from 'zod'
import { patternOf } from '../pattern/pattern'

/** What is known about a page whose code does not read. */
export interface DoubtfulPage {
  /** Values that some way of reading gave and nothing vouched for. */
  readings: readonly string[]
  /** Codes that read well and do not fit, or fit beside another one. */
  codes: readonly string[]
  /** Text near the code. */
  beside: readonly string[]
  /** The newest good value before this page. */
  last: string | null
  /** Values of the operator's list that no document carries yet, in order. */
  awaited: readonly string[]
}

export const Candidate = z.object({ value: z.string(), why: z.string() })
export type Candidate = z.infer<typeof Candidate>

const mostCandidates = 5
// Letters that OCR takes for digits, and the other way round.
const lookalikes: Record<string, string> = { O: '0', o: '0', I: '1', l: '1', '|': '1', S: '5', B: '8', Z: '2', '—': '-', '–': '-', _: '-' }

/** The value with its last number one higher, its width kept; null where it has none. */
export function successorOf(value: string): string | null {
  const match = /^(.*?)(\d+)(\D*)$/.exec(value)
  if (!match) return null
  const [, head, digits, tail] = match as unknown as [string, string, string, string]
  return `${head}${String(BigInt(digits) + 1n).padStart(digits.length, '0')}${tail}`
}

/** Text as a value that fits: as it is, without blanks, or with letters that look like digits taken for these. */
function fitted(text: string, fits: (value: string) => boolean): string | null {
  const tight = text.replace(/\s+/g, '')
  const swapped = [...tight].map(letter => lookalikes[letter] ?? letter).join('')
  const kept = /^([A-Za-z]*)(.*)$/.exec(tight)
  const tail = kept ? `${kept[1]!.toUpperCase()}${[...kept[2]!].map(letter => lookalikes[letter] ?? letter).join('')}` : tight
  return [text.trim(), tight, tail, swapped].find(fits) ?? null
}

/**
 * Values that a doubtful page may carry, the likelier first: what is printed beside the bars, what is next in the
 * operator's list, what was half read, the number after the last one, the last one itself. Only values that fit count.
 * @param patterns of the rules that look at this page; an empty list lets any value fit
 */
export function candidatesFor(page: DoubtfulPage, patterns: readonly string[]): Candidate[] {
  const fits = (value: string) => value !== '' && (patterns.length === 0 || patterns.some(pattern => patternOf(pattern).test(value)))
  const found: Candidate[] = []
  const offer = (value: string | null, why: string) => {
    if (value !== null && fits(value) && !found.some(one => one.value === value)) found.push({ value, why })
  }
  for (const text of page.beside) offer(patterns.length ? fitted(text, fits) : null, 'printed beside it')
  for (const value of page.codes) offer(value, 'a code on this page')
  offer(page.awaited[0] ?? null, 'next in the list')
  for (const value of page.readings) offer(value, 'half read')
  if (page.last !== null) {
    offer(successorOf(page.last), 'one after the last')
    offer(page.last, 'the last good value')
  }
  return found.slice(0, mostCandidates)
}
