/** A piece of a simple pattern: text that stands for itself, or so many of some letters, within a named group or not. */
export interface PatternPart {
  kind: 'text' | 'set'
  text: string
  set: string
  least: number
  most: number
  group: string | null
}

const escapes: Record<string, string> = { d: 'digit', w: 'letter or digit', s: 'blank' }

/**
 * A pattern's pieces, in order, where it is a plain sequence of texts, digits and letters, as numbers on forms are:
 * `^MP(?<year>\d{2})-(?<permit>\d{5})$`. Null for anything with choices, look-around or nested repeats.
 */
export function partsOf(source: string): PatternPart[] | null {
  const parts: PatternPart[] = []
  let group: string | null = null
  let inGroup = false
  let at = 0
  const body = source.replace(/^\^/, '').replace(/(?<!\\)\$$/, '')
  while (at < body.length) {
    const rest = body.slice(at)
    const opened = /^\((?:\?<([A-Za-z_$][\w$]*)>|\?:)?/.exec(rest)
    if (opened) {
      if (inGroup) return null
      group = opened[1] ?? null
      inGroup = true
      at += opened[0].length
      continue
    }
    if (rest[0] === ')') {
      if (!inGroup || /^\)[{*+?]/.test(rest)) return null
      group = null
      inGroup = false
      at++
      continue
    }
    const piece = pieceOf(rest)
    if (!piece) return null
    const [repeat, least, most] = repeatOf(rest.slice(piece.length))
    at += piece.length + repeat.length
    const last = parts.at(-1)
    if (
      piece.kind === 'text' &&
      least === 1 &&
      most === 1 &&
      last?.kind === 'text' &&
      last.group === group &&
      last.least === 1 &&
      last.most === 1
    )
      last.text += piece.text
    else parts.push({ kind: piece.kind, text: piece.text, set: piece.set, least, most, group })
  }
  return inGroup ? null : parts
}

function pieceOf(rest: string): { kind: 'text' | 'set'; text: string; set: string; length: number } | null {
  const escaped = /^\\([dws])/.exec(rest)
  if (escaped) return { kind: 'set', text: '', set: escapes[escaped[1]!]!, length: 2 }
  const literal = /^\\([^A-Za-z0-9])/.exec(rest)
  if (literal) return { kind: 'text', text: literal[1]!, set: '', length: 2 }
  const set = /^\[([^\]^\\]+)\]/.exec(rest)
  if (set) return { kind: 'set', text: '', set: setWords(set[1]!), length: set[0].length }
  if (rest[0] === '.') return { kind: 'set', text: '', set: 'letter or sign', length: 1 }
  return /^[^\\[\]()|*+?{}^$]/.test(rest) ? { kind: 'text', text: rest[0]!, set: '', length: 1 } : null
}

const setWords = (set: string) =>
  set === '0-9'
    ? 'digit'
    : set === 'A-Z'
      ? 'capital letter'
      : set === 'a-z'
        ? 'small letter'
        : set === 'A-Za-z'
          ? 'letter'
          : set === 'A-Z0-9'
            ? 'capital letter or digit'
            : `one of ${set}`

function repeatOf(rest: string): [string, number, number] {
  const counted = /^\{(\d+)(?:,(\d*))?\}/.exec(rest)
  if (counted)
    return [
      counted[0],
      Number(counted[1]),
      counted[2] === undefined ? Number(counted[1]) : counted[2] === '' ? Infinity : Number(counted[2]),
    ]
  if (rest[0] === '+') return ['+', 1, Infinity]
  if (rest[0] === '*') return ['*', 0, Infinity]
  if (rest[0] === '?') return ['?', 0, 1]
  return ['', 1, 1]
}

const numbers = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
const plural = (set: string) => (set.startsWith('one of') ? set.slice('one '.length) : set.replace(/(letter|digit|blank|sign)\b/g, '$1s'))

/** What a pattern expects, in words: "‘MP’, two digits, ‘-’, five digits"; the pattern itself where it is not plain. */
export function patternWords(source: string): string {
  const parts = partsOf(source)
  if (!parts || parts.length === 0) return source
  return parts
    .map(({ kind, text, set, least, most }) => {
      if (kind === 'text')
        return least === 1 && most === 1 ? `‘${text}’` : least === 0 && most === 1 ? `‘${text}’ or not` : `‘${text}’ repeated`
      const count = (value: number) => numbers[value] ?? String(value)
      if (least === most) return least === 1 ? (set.startsWith('one of') ? set : `a ${set}`) : `${count(least)} ${plural(set)}`
      return most === Infinity
        ? `${least === 0 ? 'any' : `${count(least)} or more`} ${plural(set)}`
        : `${count(least)} to ${count(most)} ${plural(set)}`
    })
    .join(', ')
}

/**
 * The value that a plain pattern gives with these texts for its named groups. Null where the pattern is not plain, or
 * a piece outside the groups is not one certain text. Check it against the pattern: a group's text may not fit.
 */
export function composed(source: string, groups: Readonly<Record<string, string>>): string | null {
  const parts = partsOf(source)
  if (!parts) return null
  let value = ''
  const used = new Set<string>()
  for (const part of parts) {
    if (part.group !== null) {
      if (!used.has(part.group)) value += groups[part.group] ?? ''
      used.add(part.group)
    } else if (part.kind === 'text' && part.least === part.most) {
      value += part.text.repeat(part.least)
    } else if (part.least > 0) {
      return null
    }
  }
  return value
}

/** What a field with this pattern expects: "eight digits", or "in the form ‘MP’, two digits" where there are several parts. */
export function formWords(pattern: string): string {
  const words = patternWords(pattern)
  return words === pattern || words.includes(',') || words.startsWith('‘') ? `in the form ${words}` : words
}
