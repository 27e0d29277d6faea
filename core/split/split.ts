import type { Rubric } from '../rubric/rubric'
import { findStart, type Finding } from './findStart'
import { noteOf, type Note } from '../model/note'
import { Running } from './running'
import { blankSheets, hasBlankSheetRule } from './blankSheets'
import { Counter } from './counter'
import type { PageOutcome, SplitOutcome, SplitPage } from './types'

/**
 * Turns the evidence of a batch's sides, in order, into documents, and says of every side what became of it and why.
 * Pure: the same evidence, rules and answers give the same outcome.
 */
export function splitPages(pages: readonly SplitPage[], rubric: Rubric): SplitOutcome {
  const blankSheet = blankSheets(pages)
  const separates = hasBlankSheetRule(rubric.split)
  const counters = rubric.split.rules.flatMap(rule =>
    rule.rule === 'count' ? [{ rule, counter: new Counter(rule.sheets ?? rule.pages ?? 1) }] : [],
  )
  const sheetIndexes = new Map([...new Set(pages.map(page => page.sheet))].map((sheet, at) => [sheet, at]))
  const running = new Running(rubric)
  const outcomes: PageOutcome[] = []
  let kept = 0

  for (const page of pages) {
    const sheetIndex = sheetIndexes.get(page.sheet)!
    const position = (rule: { sheets?: number | undefined }) => (rule.sheets === undefined ? kept : sheetIndex)
    for (const { rule, counter } of counters) counter.reach(position(rule))

    const put = (fate: PageOutcome['fate'], why: string, note: Note | null = null) =>
      outcomes.push({ page: page.page, fate, why, note, document: null, heading: false, asks: false })

    if (!page.evidence) {
      put('unreadable', page.trouble ?? 'This side could not be decoded.')
      continue
    }
    if (blankSheet.has(page.sheet) && separates && !page.answer) {
      put('separator', 'Blank sheet: every scanned side of it is blank, so the next page starts a document.')
      running.separate()
      continue
    }
    if (page.evidence.blank && rubric.clean.blank.action === 'set-aside' && !page.answer) {
      put(
        'blank',
        `Blank: ${inkWords(page.evidence.ink)}, at most ${percent(rubric.clean.blank.maxInk)} allowed.`,
        noteOf({ sure: surelyBlank(page.evidence.ink, rubric.clean.blank.maxInk) }),
      )
      continue
    }

    const dueCounts = counters.filter(({ counter }) => counter.isDue).map(({ rule }) => rule)
    const finding: Finding = findStart(page, rubric.split, running, dueCounts)
    if (finding.kind === 'separator') {
      put('separator', finding.start.why, finding.start.note)
      running.announce(finding.start)
    } else {
      outcomes.push({ page: page.page, ...running.take(page.page, finding) })
      kept++
    }
    if (finding.kind !== 'none' && finding.kind !== 'hold') {
      for (const { rule, counter } of counters) counter.started(rule.sheets === undefined ? kept - 1 : sheetIndex)
    }
  }
  return { pages: outcomes, documents: running.documents }
}

/** How far the ink is from the limit. */
function surelyBlank(ink: number, most: number): string {
  return ink === 0 ? 'nothing stands there' : ink > most / 2 ? 'near the limit: look at it' : 'well below the limit'
}

const percent = (share: number) => `${Number((share * 100).toPrecision(2))} %`

function inkWords(ink: number): string {
  return ink === 0 ? 'no ink' : `${percent(ink)} of the side is ink`
}
