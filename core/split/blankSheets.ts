import type { Split } from '../rubric/rubric'
import type { SplitPage } from './types'

/** Sheets whose every scanned side is blank. */
export function blankSheets(pages: readonly SplitPage[]): Set<number> {
  const blank = new Set<number>()
  const inked = new Set<number>()
  for (const page of pages) (page.evidence?.blank ? blank : inked).add(page.sheet)
  for (const sheet of inked) blank.delete(sheet)
  return blank
}

export function hasBlankSheetRule(split: Split): boolean {
  return split.rules.some(rule => rule.rule === 'blank-sheet')
}
