const compiled = new Map<string, RegExp>()
const mostKept = 500

/** A pattern of a rubric as a regular expression, compiled once. */
export function patternOf(source: string): RegExp {
  let pattern = compiled.get(source)
  if (!pattern) {
    if (compiled.size >= mostKept) compiled.clear()
    compiled.set(source, pattern = new RegExp(source, 'u'))
  }
  return pattern
}
