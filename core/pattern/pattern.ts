import { RE2JS, RE2JSException } from 're2js'

/** Where a pattern fits a text: the whole of it, its first group, and its named groups. */
export interface Fit {
  index: number
  text: string
  first: string | undefined
  groups: Record<string, string>
}

/** A regular expression that is matched in linear time, whatever it is and whatever it meets. */
export interface Pattern {
  readonly source: string
  /** The first place where it fits; null where there is none. */
  exec: (text: string) => Fit | null
  test: (text: string) => boolean
}

/** What cannot be matched in linear time, by how it is written. */
const refused: [RegExp, string][] = [
  [/\(\?=/, 'a look-ahead (?=…)'],
  [/\(\?!/, 'a look-ahead (?!…)'],
  [/\(\?<=/, 'a look-behind (?<=…)'],
  [/\(\?<!/, 'a look-behind (?<!…)'],
  [/\\[1-9]/, 'a back-reference'],
  [/\\k</, 'a back-reference'],
]

/** Without what is escaped and what stands in a set, where these signs mean themselves. */
const bare = (source: string) =>
  source
    .replace(/\\\\/g, '')
    .replace(/\[(?:\\.|[^\]\\])*\]/g, '')
    .replace(/\\[^1-9k]/g, '')

/**
 * Why a pattern cannot be taken, as what was expected; null where it can. It must be a regular expression of ECMAScript
 * (with its `u` flag) that needs neither look-around nor back-references.
 */
export function patternFault(source: string): string | null {
  try {
    new RegExp(source, 'u')
  } catch (error) {
    return `a regular expression (${(error as Error).message})`
  }
  const found = refused.find(([sign]) => sign.test(bare(source)))
  if (found) return `a pattern without ${found[1]}: it cannot be matched in linear time`
  try {
    compile(source)
    return null
  } catch (error) {
    if (!(error instanceof RE2JSException)) throw error
    return `a pattern that can be matched in linear time (${error.message})`
  }
}

const compile = (source: string) => RE2JS.compile(RE2JS.translateRegExp(source))

/** A rubric has a handful of them, and the same ones meet every line of every page. */
const known = new Map<string, Pattern>()
const mostKnown = 500

/** @throws {RE2JSException} where it cannot be taken; see `patternFault` */
export function patternOf(source: string): Pattern {
  const before = known.get(source)
  if (before) return before
  const compiled = compile(source)
  const names = Object.keys(compiled.namedGroups())
  const pattern: Pattern = {
    source,
    test: text => compiled.matcher(text).find(),
    exec(text) {
      const matcher = compiled.matcher(text)
      if (!matcher.find()) return null
      const groups = Object.fromEntries(
        names.flatMap(name => {
          const found = matcher.group(name)
          return found === null ? [] : [[name, found]]
        }),
      )
      return {
        index: matcher.start(),
        text: matcher.group() ?? '',
        first: matcher.groupCount() > 0 ? (matcher.group(1) ?? undefined) : undefined,
        groups,
      }
    },
  }
  if (known.size >= mostKnown) known.clear()
  known.set(source, pattern)
  return pattern
}
