import type { PageEvidence, Word } from '../model/evidence'
import { noteOf, type Note } from '../model/note'
import type { Rubric, Split } from '../rubric/rubric'
import { zoneBox, zoneWords } from '../model/zone'
import { boxOf } from '../text/exports'
import { findInZone } from '../text/find'
import { textOf } from '../text/lines'

type TextRule = Extract<Split['rules'][number], { rule: 'text' }>

/** Whether pages must be read before they can be split. */
export function readsBeforeSplitting(rubric: Rubric): boolean {
  return rubric.split.rules.some(rule => rule.rule === 'text')
}

/** Why a page matches a text rule, with its evidence, or null where it does not. `^` and `$` are a line's beginning and end. */
export function readTextRule(
  rule: TextRule,
  ruleNumber: number,
  page: PageEvidence,
  words: readonly Word[],
): { why: string; note: Note } | null {
  const zone = zoneBox(rule.zone)
  const found = findInZone(words, zone, rule.value)
  const place = zoneWords(zone, page.widthPx / page.dpi, page.heightPx / page.dpi)
  if (!found) return null
  const read = textOf(found.words)
  return {
    why: `the text '${read}' ${zone ? `in the ${place}` : 'on the page'} matches rule ${ruleNumber}`,
    note: noteOf({ rule: ruleNumber, read, box: boxOf(found.words), sure: `${Math.round(found.confidence * 100)} % by OCR` }),
  }
}
