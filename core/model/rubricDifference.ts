import { pathText, quoted } from './issues'

/** One place in which two rubrics differ: its path, and what stands there before and after; null where nothing does. */
export interface RubricChange {
  path: string
  before: string | null
  after: string | null
}

const isObject = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object'

/** The places in which two rubrics, parsed so that defaults stand in them, differ. */
export function rubricChanges(before: unknown, after: unknown, path: readonly PropertyKey[] = []): RubricChange[] {
  if (Array.isArray(before) && Array.isArray(after)) {
    return Array.from({ length: Math.max(before.length, after.length) }, (_, at) =>
      rubricChanges(before[at], after[at], [...path, at]),
    ).flat()
  }
  if (isObject(before) && isObject(after) && !Array.isArray(before) && !Array.isArray(after)) {
    return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap(key =>
      rubricChanges(before[key], after[key], [...path, key]),
    )
  }
  if (JSON.stringify(before) === JSON.stringify(after)) return []
  return [{ path: pathText(path), before: before === undefined ? null : quoted(before), after: after === undefined ? null : quoted(after) }]
}
