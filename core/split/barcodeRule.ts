import type { Code, PageEvidence } from '../model/evidence'
import { formatAllowed } from '../model/barcodeFormats'
import type { BarcodeRule } from '../model/rubric'
import { centreInside, zoneBox, zoneWords } from '../model/zone'

/** What one barcode rule makes of one page. */
export type BarcodeReading =
  | { kind: 'match', code: Code, groups: Record<string, string>, why: string }
  | { kind: 'unread', why: string }
  | { kind: 'none', note: string | null }

/** The named groups that a value gives under a pattern, and the whole as `value`; null where it does not fit. */
export function groupsOf(pattern: string | undefined, value: string): Record<string, string> | null {
  if (pattern === undefined) return { value }
  const match = new RegExp(pattern, 'u').exec(value)
  if (!match) return null
  const groups: Record<string, string> = { value }
  for (const [name, text] of Object.entries(match.groups ?? {})) if (text !== undefined) groups[name] = text
  return groups
}

/** Reads a page under a rule. The rule's number, from 1, is for the margin note. */
export function readBarcodeRule(rule: BarcodeRule, ruleNumber: number, side: 'front' | 'back', page: PageEvidence): BarcodeReading {
  if (rule.side === 'front' && side === 'back') return { kind: 'none', note: null }
  const zone = zoneBox(rule.zone)
  const place = zoneWords(zone, page.widthPx / page.dpi, page.heightPx / page.dpi)
  const allowed = page.codes.filter(code => formatAllowed(rule.formats, code))
  const inside = allowed.filter(code => centreInside(code, zone))
  const name = (code: Code) => `${code.format} '${code.value}'`

  for (const code of inside) {
    const groups = groupsOf(rule.value, code.value)
    if (groups) return { kind: 'match', code, groups, why: `${name(code)} in the ${place} matches rule ${ruleNumber}` }
  }
  const misfit = inside[0]
  if (misfit && zone) return { kind: 'unread', why: `${name(misfit)} in the ${place} does not fit the pattern of rule ${ruleNumber}` }
  const unread = page.unread.find(spot => centreInside(spot, zone))
  if (unread) return { kind: 'unread', why: `a barcode stands in the ${place} but could not be read (${unread.tried})` }
  const other = misfit ?? allowed[0]
  return { kind: 'none', note: other ? `${name(other)} is not one of rule ${ruleNumber}'s` : null }
}
