import type { Issue } from './issues'
import { quoted } from './issues'
import type { Rubric } from './rubric'

/** Rubric keys that are part of the format but whose work is not built yet: refused by name, never ignored. */
export function unsupportedKeys(rubric: Rubric): Issue[] {
  const issues: Issue[] = []
  const refuse = (path: string, found: unknown, only: string) =>
    issues.push({ path, found: quoted(found), expected: `${only}; this version cannot do more yet` })

  if (rubric.entry === 'panel') refuse('entry', rubric.entry, '"desk" or "none"')
  return issues
}
