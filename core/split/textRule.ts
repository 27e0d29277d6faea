import type { PageEvidence, Word } from '../model/evidence'
import type { Rubric, Split } from '../model/rubric'
import { zoneBox, zoneWords } from '../model/zone'
import { findInZone } from '../text/find'

type TextRule = Extract<Split['rules'][number], { rule: 'text' }>

/** Whether pages must be read before they can be split. */
export function readsBeforeSplitting(rubric: Rubric): boolean {
  return rubric.split.rules.some(rule => rule.rule === 'text')
}

/** Why a page matches a text rule, or null where it does not. `^` and `$` are a line's beginning and end. */
export function readTextRule(rule: TextRule, ruleNumber: number, page: PageEvidence, words: readonly Word[]): string | null {
  const zone = zoneBox(rule.zone)
  const found = findInZone(words, zone, rule.value)
  const place = zoneWords(zone, page.widthPx / page.dpi, page.heightPx / page.dpi)
  return found && `the text '${found.words.map(word => word.text).join(' ')}' ${zone ? `in the ${place}` : 'on the page'} matches rule ${ruleNumber}`
}
