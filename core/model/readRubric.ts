import { issuesOf, type Issue } from './issues'
import { Rubric } from './rubric'
import { unsupportedKeys } from './supported'

/** Checks anything against the rubric format and against what this version can do. */
export function readRubric(input: unknown): { ok: true, rubric: Rubric } | { ok: false, issues: Issue[] } {
  const parsed = Rubric.safeParse(input)
  if (!parsed.success) return { ok: false, issues: issuesOf(parsed.error, input) }
  const issues = unsupportedKeys(parsed.data)
  return issues.length ? { ok: false, issues } : { ok: true, rubric: parsed.data }
}
