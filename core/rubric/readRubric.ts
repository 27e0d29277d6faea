import { issuesOf, type Issue } from '../model/issues'
import { Rubric } from './rubric'

/** Checks anything against the rubric format. */
export function readRubric(input: unknown): { ok: true; rubric: Rubric } | { ok: false; issues: Issue[] } {
  const parsed = Rubric.safeParse(input)
  return parsed.success ? { ok: true, rubric: parsed.data } : { ok: false, issues: issuesOf(parsed.error, input) }
}
