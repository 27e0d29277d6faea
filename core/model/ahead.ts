import type { Issue } from './issues'
import type { Rubric } from './rubric'

/** What a running copy cannot do yet, by its key; the command line does some of it. A rubric with it is refused by name. */
export function aheadOfServer(rubric: Rubric): Issue[] {
  const keys = {
    redact: rubric.redact && (rubric.redact.highlighter.length > 0 || rubric.redact.patterns.length > 0),
    keep: rubric.keep,
  }
  return Object.entries(keys)
    .filter(([, used]) => used)
    .map(([path]) => ({ path, found: 'a setting', expected: `nothing: this server does not keep "${path}" yet` }))
}
