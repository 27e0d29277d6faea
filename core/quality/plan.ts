import type { Inspection, Sampling } from '../model/verdict'

/**
 * Single sampling plans by ISO 2859-1:1999: code letters (table 1, general levels) and the master tables for normal (2-A),
 * tightened (2-B) and, for limits up to 10, reduced inspection (2-C), which the standard leaves to whoever is responsible.
 */
export type Level = 'I' | 'II' | 'III'

export const letters = 'ABCDEFGHJKLMNPQRS'
const sizes = [2, 3, 5, 8, 13, 20, 32, 50, 80, 125, 200, 315, 500, 800, 1250, 2000]
/** Of the tables by which samples are drawn. A plan of S exists under tightened inspection alone: no lot has that letter. */
const sizesOf: Record<Sampling, number[]> = {
  normal: sizes,
  tightened: [...sizes, 3150],
  reduced: [2, 2, 2, 3, 5, 8, 13, 20, 32, 50, 80, 125, 200, 315, 500, 800],
}
const levels = [
  0.01, 0.015, 0.025, 0.04, 0.065, 0.1, 0.15, 0.25, 0.4, 0.65, 1, 1.5, 2.5, 4, 6.5, 10, 15, 25, 40, 65, 100, 150, 250, 400, 650, 1000,
] as const
/** Acceptance quality limits of the tables, in faulty documents per hundred. */
export const aqls: readonly number[] = levels
/** The largest one that counts faulty documents; those above count faults, of which a document may have several. */
export const mostReduced = 10

// Table 1: the largest lot of each row, and its letters under the general levels I, II, III.
const lots: [most: number, letters: string][] = [
  [8, 'AAB'],
  [15, 'ABC'],
  [25, 'BCD'],
  [50, 'CDE'],
  [90, 'CEF'],
  [150, 'DFG'],
  [280, 'EGH'],
  [500, 'FHJ'],
  [1200, 'GJK'],
  [3200, 'HKL'],
  [10_000, 'JLM'],
  [35_000, 'KMN'],
  [150_000, 'LNP'],
  [500_000, 'MPQ'],
  [Infinity, 'NQR'],
]

/** The code letter of a lot. @param size in documents */
export const codeLetter = (size: number, level: Level): string =>
  lots.find(([most]) => size <= most)![1][['I', 'II', 'III'].indexOf(level)]!

export interface Plan {
  /** The letter of the lot, and that of the plan to which an arrow of the table leads. */
  letter: string
  planLetter: string
  aql: number
  inspection: Sampling
  sample: number
  /** Most faulty documents with which the lot is accepted. */
  accept: number
  /** The same under normal inspection, were the limit one step tighter; null where there is no such plan. */
  tighter: number | null
}

// Along a diagonal of the tables (row + column) the acceptance number is the same; null is an arrow.
const steps: Record<Sampling, { first: number; numbers: (number | null)[] }> = {
  normal: { first: 14, numbers: [0, null, null, 1, 2, 3, 5, 7, 10, 14, 21, 30, 44] },
  tightened: { first: 15, numbers: [0, null, null, 1, 2, 3, 5, 8, 12, 18, 27, 41] },
  reduced: { first: 14, numbers: [0, null, null, null, 1, 2, 3, 5, 6, 8, 10] },
}
/** The greatest acceptance number of the letters from F on; only A to E go further. */
const mostBelow: Record<Sampling, number> = { normal: 21, tightened: 18, reduced: 10 }
const lastOfLarge = letters.indexOf('E')

function acceptAt(row: number, column: number, inspection: Sampling): number | null {
  const { first, numbers } = steps[inspection]
  const number = numbers[row + column - first] ?? null
  return number !== null && row > lastOfLarge && number > mostBelow[inspection] ? null : number
}

/** The nearest limit of the tables that is no more lenient than this. */
export const tableAql = (aql: number): number => aqls.findLast(one => one <= aql) ?? aqls[0]!

/**
 * The plan for a lot. Arrows lead to the next plan below, or above where there is none; a sample as large as the lot is all of it.
 * @param size in documents
 * @param aql faulty documents per hundred; one between those of the tables counts as the stricter; at most 10 under reduced inspection
 */
export function samplingPlan(size: number, level: Level, aql: number, inspection: Sampling): Plan {
  const limit = tableAql(aql)
  const column = aqls.indexOf(limit)
  const letter = codeLetter(size, level)
  const row = planRow(letters.indexOf(letter), column, inspection)
  return {
    letter,
    planLetter: letters[row]!,
    aql: limit,
    inspection,
    sample: Math.min(size, sizesOf[inspection][row]!),
    accept: acceptAt(row, column, inspection)!,
    tighter: acceptAt(row, column - 1, 'normal'),
  }
}

function planRow(row: number, column: number, inspection: Sampling): number {
  if (acceptAt(row, column, inspection) !== null) return row
  const rows = sizesOf[inspection].map((_, at) => at).filter(at => acceptAt(at, column, inspection) !== null)
  const [above, below] = [rows.findLast(at => at < row), rows.find(at => at > row)]
  // The cell after the zero points up, to the zero; all other gaps point down.
  const afterZero = above === row - 1 && acceptAt(above, column, inspection) === 0
  return (afterZero ? above : (below ?? above)) ?? row
}

/** A lot that was decided: whether it was accepted at first, and what it adds to the switching score. */
export interface DecidedLot {
  accepted: boolean
  adds: number
}

/** Lots that a plan decided, the oldest first; `resumed` where a steward had sampling begin anew before them. */
export interface EarlierLots {
  lots: readonly DecidedLot[]
  resumed: boolean
}

/**
 * What a lot under normal inspection adds to the switching score (clause 9.3.3.2, single sampling); nothing sets that back to none.
 * @param faulty documents of its sample
 */
export function switchingPoints({ accept, tighter }: Pick<Plan, 'accept' | 'tighter'>, faulty: number): number {
  if (accept < 2) return faulty <= accept ? 2 : 0
  return tighter !== null && faulty <= tighter ? 3 : 0
}

const lately = 5
const enoughPoints = 30
const mostRefused = 5

/**
 * How the next lot is inspected (clauses 9.3 and 9.4): tightened once two of five consecutive lots were not accepted, normal again
 * after five accepted ones in a row; where it may be, reduced from a switching score of 30 on, until one is not accepted. Once
 * tightened inspection has not accepted five, no lot is accepted by its sample any more, until somebody says what was done about it.
 * @param before decided lots, the oldest first; after such a word, those since
 * @param resumed whether such a word was given: tightened inspection comes first then
 */
export function nextInspection(before: readonly DecidedLot[], mayReduce = false, resumed = false): Inspection {
  let now = since(resumed ? 'tightened' : 'normal')
  for (const { accepted, adds } of before) {
    const run = [...now.run, accepted].slice(-lately)
    const after = { ...now, run, score: adds ? now.score + adds : 0, refused: now.refused + (accepted ? 0 : 1) }
    const other = otherInspection(after, mayReduce)
    now = other ? since(other) : after
  }
  return now.inspection
}

/** Where inspection stands: its last few lots, the switching score, and how many lots it has not accepted. */
interface Standing {
  inspection: Inspection
  run: boolean[]
  score: number
  refused: number
}

const since = (inspection: Inspection): Standing => ({ inspection, run: [], score: 0, refused: 0 })

/** What inspection goes over to; null where it stays. */
function otherInspection({ inspection, run, score, refused }: Standing, mayReduce: boolean): Inspection | null {
  const lost = run.filter(one => !one).length
  switch (inspection) {
    case 'normal':
      if (lost >= 2) return 'tightened'
      return mayReduce && score >= enoughPoints ? 'reduced' : null
    case 'tightened':
      if (refused >= mostRefused) return 'suspended'
      return run.length === lately && lost === 0 ? 'normal' : null
    case 'reduced':
      return run.at(-1) ? null : 'normal'
    case 'suspended':
      return null
  }
}
