import type { Grounds } from '../../core/model/evidence'
import type { BarcodeRule } from '../../core/rubric/rubric'
import { patternOf } from '../../core/pattern/pattern'
import type { Found } from './reader'

// Symbologies whose check character is optional (ISO/IEC 16388, 16390; AIM BC3) or too weak: a streak or a tear can
// make another sound value of one.
const unchecked = ['Code39', 'Code39Std', 'Code39Ext', 'ITF', 'Codabar', 'DXFilmEdge']
const leastInterleaved = 6

/**
 * Readings of one zone, in the order in which they were made. A value is believed where its symbology has a check sum,
 * it fits the rule's pattern, or a second, different way of reading gave the same.
 */
export class Readings {
  private readonly seen = new Map<string, Set<string>>()

  constructor(private readonly rule: Pick<BarcodeRule, 'value'>) {}

  /** Takes a reading in; gives why it is believed, or null where it is not yet. */
  take(found: Found, how: string): Grounds | null {
    // The end of an interleaved code that is partly covered reads as a shorter one.
    if (found.format.startsWith('ITF') && found.value.length < leastInterleaved && this.rule.value === undefined) return null
    if (!unchecked.includes(found.format)) return 'check sum'
    if (this.rule.value !== undefined && patternOf(this.rule.value).test(found.value)) return 'pattern'
    const ways = this.seen.get(found.value) ?? new Set()
    this.seen.set(found.value, ways.add(how))
    return ways.size > 1 ? 'read twice' : null
  }

  /** Values that nothing vouched for. */
  get doubtful(): string[] {
    return [...this.seen.keys()]
  }
}

/** Whether one of these formats is torn to another: their bars are of one family. */
export const sameFamily = (asked: readonly string[], format: string): boolean =>
  /^(EAN|UPC|ISBN)/.test(format) && asked.some(one => /^(EAN|UPC|ISBN)/.test(one))
