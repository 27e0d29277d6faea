import { noteOf, type Note } from '../model/note'
import type { Split } from '../rubric/rubric'
import { groupsOf, readBarcodeRule } from './barcodeRule'
import { readTextRule } from './textRule'
import type { SplitPage, Start } from './types'

/** What the rules and a person's answer say of one page. */
export type Finding =
  | { kind: 'start'; start: Start }
  | { kind: 'separator'; start: Start }
  | { kind: 'repeat'; why: string; note: Note | null }
  | { kind: 'continue'; why: string; note: Note | null }
  | { kind: 'hold'; why: string; note: Note | null }
  | { kind: 'none'; aside: string | null }

/** What findStart needs to know of the document that is running. */
export interface RunningDocument {
  value: string | null
}

type CountRule = Extract<Split['rules'][number], { rule: 'count' }>

/** Looks for a reason why this page starts a document; a person's answer comes before every rule. */
export function findStart(page: SplitPage, split: Split, running: RunningDocument, due: readonly CountRule[]): Finding {
  const answered = fromAnswer(page, split)
  if (answered) return answered

  const asides: string[] = []
  let unread: { why: string; note: Note } | null = null
  for (const [at, rule] of split.rules.entries()) {
    const number = at + 1
    if (rule.rule === 'barcode' && page.evidence) {
      const reading = readBarcodeRule(rule, number, page.side, page.evidence)
      if (reading.kind === 'match') {
        if (split.sameValue === 'continue' && reading.code.value === running.value) {
          return { kind: 'repeat', why: `${reading.why}, but repeats the running document's value.`, note: reading.note }
        }
        return started(reading, rule.type ?? null, reading.groups, rule.sheet === 'set-aside')
      }
      if (reading.kind === 'unread') unread ??= reading
      if (reading.kind === 'none' && reading.aside) asides.push(reading.aside)
    } else if (rule.rule === 'text' && page.evidence) {
      const found = readTextRule(rule, number, page.evidence, page.words ?? [])
      if (found) return started(found, rule.type ?? null, {}, rule.sheet === 'set-aside')
    } else if (rule.rule === 'count' && due.includes(rule)) {
      const unit = rule.sheets === undefined ? `${rule.pages} pages` : `${rule.sheets} sheets`
      return {
        kind: 'start',
        start: {
          why: `Starts a document: every ${unit} are one (rule ${number}).`,
          note: noteOf({ rule: number }),
          type: rule.type ?? null,
          barcode: {},
          setAside: false,
        },
      }
    }
  }
  if (unread) {
    return split.unread === 'hold'
      ? { kind: 'hold', why: `Waits for a person: ${unread.why}.`, note: unread.note }
      : {
          kind: 'continue',
          why: `Belongs to the document before: ${unread.why}, and the rubric lets such pages follow.`,
          note: unread.note,
        }
  }
  return { kind: 'none', aside: asides[0] ?? null }
}

/** A match as a start, or as a sheet that announces one and is set aside itself. */
function started(
  { why: matched, note }: { why: string; note: Note },
  type: string | null,
  barcode: Record<string, string>,
  setAside: boolean,
): Finding {
  const why = setAside ? `Separator: ${matched}; the next page starts a document.` : `Starts a document: ${matched}.`
  return { kind: setAside ? 'separator' : 'start', start: { why, note, type, barcode, setAside } }
}

function fromAnswer(page: SplitPage, split: Split): Finding | null {
  const answer = page.answer
  if (!answer) return null
  if (answer.as === 'continue') return { kind: 'continue', why: 'Belongs to the document before: a person said so.', note: null }
  if (answer.as === 'start') {
    return {
      kind: 'start',
      start: { why: 'Starts a document without a code: a person said so.', note: null, type: null, barcode: {}, setAside: false },
    }
  }
  const matched = matchTyped(split, answer.value)
  return {
    kind: 'start',
    start: {
      why: `Starts a document: a person read '${answer.value}'.`,
      note: noteOf({ read: answer.value, sure: 'a person read it' }),
      type: matched?.type ?? null,
      barcode: matched?.groups ?? { value: answer.value },
      setAside: false,
    },
  }
}

/** The first barcode rule that a typed value fits, with its named groups. */
export function matchTyped(split: Split, value: string): { type: string | null; groups: Record<string, string> } | null {
  for (const rule of split.rules) {
    if (rule.rule !== 'barcode') continue
    const groups = groupsOf(rule.value, value)
    if (groups) return { type: rule.type ?? null, groups }
  }
  return null
}
