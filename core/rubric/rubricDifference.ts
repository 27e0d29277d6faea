import { z } from 'zod'

/** One place in which two rubrics differ. */
export const RubricChange = z.object({
  /** The keys that lead there; numbers count from 0, and what has a label is named by it: types, `“Permit”`, fields, `“Hull number”`. */
  at: z.array(z.union([z.string(), z.number()])).readonly(),
  /** What stands there; null where nothing does. */
  before: z.string().nullable(),
  after: z.string().nullable(),
})
export type RubricChange = z.infer<typeof RubricChange>

type Place = RubricChange['at']
type Thing = { id: string; label?: string }

const isObject = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value)
const isThing = (value: unknown): value is Thing => isObject(value) && typeof value.id === 'string'
const areThings = (list: readonly unknown[]): list is Thing[] => list.every(isThing)
const named = ({ id, label }: Thing) => `“${label ?? id}”`

const most = 120
/** A value in short: a thing by its name, a text as it is, other than that JSON. */
function shown(value: unknown): string | null {
  if (value === undefined) return null
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const text = isThing(value) ? named(value) : typeof value === 'string' ? value : JSON.stringify(value)
  return text.length > most ? `${text.slice(0, most - 1)}…` : text
}

/** Things are compared with themselves, wherever they stand; that they stand in another order is one change. */
function changesOfThings(before: readonly Thing[], after: readonly Thing[], at: Place): RubricChange[] {
  const [old, now] = [before, after].map(list => new Map(list.map(one => [one.id, one]))) as [Map<string, Thing>, Map<string, Thing>]
  const both = [before.filter(one => now.has(one.id)), after.filter(one => old.has(one.id))] as const
  const moved = both[0].some((one, place) => one.id !== both[1][place]!.id)
  const order = both.map(list => list.map(named).join(', ')) as [string, string]
  return [
    ...[...new Map([...old, ...now]).values()].flatMap(one =>
      rubricChanges(old.get(one.id), now.get(one.id), [...at, named(old.get(one.id) ?? one)]),
    ),
    ...(moved ? [{ at: [...at, 'order'], before: order[0], after: order[1] }] : []),
  ]
}

/** The places in which two rubrics, parsed so that defaults stand in them, differ. */
export function rubricChanges(before: unknown, after: unknown, at: Place = []): RubricChange[] {
  if (Array.isArray(before) && Array.isArray(after)) {
    const lists = [before, after] as [unknown[], unknown[]]
    if (areThings(lists[0]) && areThings(lists[1])) return changesOfThings(lists[0], lists[1], at)
    return Array.from({ length: Math.max(before.length, after.length) }, (_, place) =>
      rubricChanges(lists[0][place], lists[1][place], [...at, place]),
    ).flat()
  }
  if (isObject(before) && isObject(after))
    return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap(key =>
      rubricChanges(before[key], after[key], [...at, key]),
    )
  if (JSON.stringify(before) === JSON.stringify(after)) return []
  return [{ at, before: shown(before), after: shown(after) }]
}
