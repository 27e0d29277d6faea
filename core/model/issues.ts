import type { z } from 'zod'

/** One thing wrong with an input: where, what stood there, what should. */
export interface Issue {
  path: string
  found: string
  expected: string
}

/** A path as a person writes it: `split.rules[0].type`. */
function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key)),
    '',
  )
}

function valueAt(input: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (value, key) => (value !== null && typeof value === 'object' ? (value as Record<PropertyKey, unknown>)[key] : undefined),
    input,
  )
}

/** A value quoted for a message, cut at 60 characters. */
function quoted(value: unknown): string {
  if (value === undefined) return 'nothing'
  const text = JSON.stringify(value)
  return text.length > 60 ? `${text.slice(0, 59)}…` : text
}

/** What the formats that Zod knows are called, where a schema does not say it itself. */
const formats: Record<string, string> = {
  uuid: 'a UUID',
  email: 'a mail address',
  url: 'an address that begins with http:// or https://',
  date: 'a date as 2026-03-31',
  datetime: 'a time as 2026-03-31T14:02:00Z',
}

/** Zod's issues as sentences' parts, each once. A union reports the branch that came closest. */
export function issuesOf(error: z.ZodError, input: unknown): Issue[] {
  const issues = error.issues.flatMap(issue => flatten(issue, [], input))
  return [...new Map(issues.map(issue => [issueText(issue), issue])).values()]
}

function flatten(issue: z.core.$ZodIssue, prefix: readonly PropertyKey[], input: unknown): Issue[] {
  const path = [...prefix, ...issue.path]
  const one = (expected: string, at: readonly PropertyKey[] = path): Issue => ({
    path: pathText(at),
    found: quoted(valueAt(input, at)),
    expected,
  })
  switch (issue.code) {
    case 'unrecognized_keys':
      return issue.keys.map(key => one('no such key', [...path, key]))
    case 'invalid_union': {
      const branches = [...issue.errors].filter(branch => branch.length > 0).sort((a, b) => depth(b) - depth(a) || a.length - b.length)
      const best = branches[0]
      return best ? best.flatMap(inner => flatten(inner, path, input)) : [one(issue.message.replace(/^Invalid input: expected /, ''))]
    }
    case 'invalid_value':
      return [one(issue.values.length === 1 ? quoted(issue.values[0]) : `one of ${issue.values.map(quoted).join(', ')}`)]
    case 'invalid_type':
      return [one(`${/^[aeiou]/.test(issue.expected) ? 'an' : 'a'} ${issue.expected}`)]
    case 'too_small':
      return [one(`at least ${issue.minimum}${issue.origin === 'string' ? ' characters' : issue.origin === 'array' ? ' entries' : ''}`)]
    case 'too_big':
      return [one(`at most ${issue.maximum}${issue.origin === 'string' ? ' characters' : issue.origin === 'array' ? ' entries' : ''}`)]
    case 'invalid_format':
      return [one(issue.message.startsWith('Invalid ') ? (formats[issue.format] ?? issue.message) : issue.message)]
    default:
      return [one(issue.message)]
  }
}

const depth = (issues: z.core.$ZodIssue[]) => Math.max(...issues.map(issue => issue.path.length))

/** The issue as one sentence. */
export function issueText(issue: Issue): string {
  return `${issue.path || 'the file'}: found ${issue.found}, expected ${issue.expected}`
}
