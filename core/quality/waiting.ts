import type { Limits } from '../rubric/handling'

/** What waits for a person under one rubric. */
export interface Waiting {
  fix: number
  index: number
  check: number
  /** How many hours the one has waited that waits longest; null where none does. */
  oldestHours: number | null
  /** How many wait longer than the rubric wants. */
  late: number
}

export type Strain = 'fine' | 'near' | 'full'

export const waitingBatches = ({ fix, index, check }: Waiting): number => fix + index + check

/** How near a rubric's limit is; `full` lets no new batch begin. Work that waits too long counts as near. */
export function strainOf(waiting: Waiting, limits: Limits | undefined): Strain {
  const all = waitingBatches(waiting)
  if (!limits) return 'fine'
  if (limits.waiting !== undefined && all >= limits.waiting) return 'full'
  const near = limits.warnAt !== undefined && all >= limits.warnAt
  return near || waiting.late > 0 ? 'near' : 'fine'
}

const counted = (count: number) => `${count} ${count === 1 ? 'batch' : 'batches'}`

/** What waits, where, and since when, in a sentence: "9 batches wait of at most 12: 2 to fix, 7 to index." */
export function waitingWords(waiting: Waiting, limits: Limits | undefined): string {
  const all = waitingBatches(waiting)
  const stages = [
    [waiting.fix, 'to fix'],
    [waiting.index, 'to index'],
    [waiting.check, 'to check'],
  ] as const
  const where = stages.flatMap(([count, stage]) => (count ? [`${count} ${stage}`] : [])).join(', ')
  const most = limits?.waiting === undefined ? '' : ` of at most ${limits.waiting}`
  const late = waiting.late ? ` ${counted(waiting.late)} longer than ${limits?.hours ?? 0} hours.` : ''
  return `${counted(all)} ${all === 1 ? 'waits' : 'wait'}${most}${where ? `: ${where}` : ''}.${late}`
}
