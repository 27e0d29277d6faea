import type { Grounds, PageEvidence, ReadCode } from '../model/evidence'
import { formatAllowed } from '../model/barcodeFormats'
import { noteOf, type Note } from '../model/note'
import type { BarcodeRule } from '../rubric/rubric'
import { centreInside, zoneBox, zoneWords } from '../model/zone'
import { patternOf } from '../pattern/pattern'

/** What one barcode rule makes of one page. */
export type BarcodeReading =
  | { kind: 'match'; code: ReadCode; groups: Record<string, string>; why: string; note: Note }
  | { kind: 'unread'; why: string; note: Note }
  | { kind: 'none'; aside: string | null }

/** The named groups that a value gives under a pattern, and the whole as `value`; null where it does not fit. */
export function groupsOf(pattern: string | undefined, value: string): Record<string, string> | null {
  if (pattern === undefined) return { value }
  const match = patternOf(pattern).exec(value)
  if (!match) return null
  return { value, ...match.groups }
}

/** Whether a rule looks at this side of a sheet. */
export const looksAt = (rule: Pick<BarcodeRule, 'side'>, side: 'front' | 'back'): boolean => rule.side === 'any' || rule.side === side

const grounds: Record<Grounds, string> = {
  'check sum': 'its own check sum agrees',
  pattern: 'it has no check sum, but fits the pattern',
  'read twice': 'it has no check sum, but two ways of reading gave the same',
}

function sureOf(code: ReadCode, fits: boolean): string | null {
  if (!code.grounds) return null
  return fits && code.grounds === 'check sum' ? `${grounds['check sum']}, and it fits the pattern` : grounds[code.grounds]
}

const boxOf = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({ x, y, width, height })
const inReadingOrder = (a: ReadCode, b: ReadCode) => a.y - b.y || a.x - b.x

/** Reads a page under a rule. The rule's number, from 1, is for the margin note. */
export function readBarcodeRule(rule: BarcodeRule, ruleNumber: number, side: 'front' | 'back', page: PageEvidence): BarcodeReading {
  if (!looksAt(rule, side)) return { kind: 'none', aside: null }
  const zone = zoneBox(rule.zone)
  const place = zoneWords(zone, page.widthPx / page.dpi, page.heightPx / page.dpi)
  const allowed = page.codes.filter(code => formatAllowed(rule.formats, code))
  const inside = allowed.filter(code => centreInside(code, zone)).sort(inReadingOrder)
  const name = (code: ReadCode) => `${code.format} '${code.value}'`
  const noteAt = (code: ReadCode, fits: boolean) =>
    noteOf({ rule: ruleNumber, read: code.value, box: boxOf(code), sure: sureOf(code, fits), tried: code.how ? `read ${code.how}` : null })

  const fitting = inside.flatMap(code => {
    const groups = groupsOf(rule.value, code.value)
    return groups ? [{ code, groups }] : []
  })
  const [first] = fitting
  const rival = first && zone && rule.value !== undefined ? fitting.find(other => other.code.value !== first.code.value) : undefined
  if (first && rival) {
    return {
      kind: 'unread',
      why: `two codes in the ${place} fit the pattern of rule ${ruleNumber}, ${name(first.code)} and ${name(rival.code)}`,
      note: noteOf({
        rule: ruleNumber,
        read: `${first.code.value} or ${rival.code.value}`,
        box: boxOf(first.code),
        sure: 'each reads well; nobody can tell which of them counts',
      }),
    }
  }
  if (first)
    return {
      kind: 'match',
      ...first,
      why: `${name(first.code)} in the ${place} matches rule ${ruleNumber}`,
      note: noteAt(first.code, rule.value !== undefined),
    }
  const misfit = inside[0]
  if (misfit && zone)
    return {
      kind: 'unread',
      why: `${name(misfit)} in the ${place} does not fit the pattern of rule ${ruleNumber}`,
      note: noteAt(misfit, false),
    }
  const unread = page.unread.find(spot => centreInside(spot, zone))
  if (unread) {
    const values = unread.readings.map(value => `'${value}'`)
    return {
      kind: 'unread',
      why:
        values.length > 1
          ? `a barcode in the ${place} reads in ways that differ, ${values.join(' and ')}`
          : `a barcode stands in the ${place} but could not be read`,
      note: noteOf({
        rule: ruleNumber,
        read: unread.readings.join(' or ') || null,
        box: boxOf(unread),
        tried: unread.tried,
        sure: 'no reading can be believed',
      }),
    }
  }
  const other = misfit ?? allowed[0]
  return { kind: 'none', aside: other ? `${name(other)} is not one of rule ${ruleNumber}'s` : null }
}
