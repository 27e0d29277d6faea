import { formatDate } from '../fields/dates'

/** What a pattern of batch names may ask for. `when` is ISO 8601 in local time. */
export interface BatchNameContext {
  rubric: string
  person: string
  from: string
  when: string
}

const placeholder = /\{([a-z]+)(?::([^{}]*))?\}/g
const known = ['rubric', 'person', 'from', 'date', 'time']

/** What is wrong with a pattern of batch names, as what was expected; null where it is sound. */
export function batchNameFault(pattern: string): string | null {
  for (const [, name] of pattern.matchAll(placeholder))
    if (!known.includes(name!)) return `{${known.join('}, {')}} in braces, not {${name}}`
  return /[{}]/.test(pattern.replace(placeholder, '')) ? 'braces only around a name, such as {date:d MMM}' : null
}

/** A batch's name by its rubric's pattern: {rubric}, {person}, {from} (device or file), {date:…}, {time}. */
export function batchName(pattern: string, context: BatchNameContext): string {
  const named = pattern.replace(placeholder, (_, name: string, option: string | undefined) => {
    switch (name) {
      case 'date':
        return formatDate(context.when, option ?? 'd MMM')
      case 'time':
        return context.when.slice(11, 16)
      case 'person':
        return context.person
      case 'from':
        return context.from
      default:
        return context.rubric
    }
  })
  return named.replace(/\s+/g, ' ').trim().slice(0, 120) || context.rubric
}
