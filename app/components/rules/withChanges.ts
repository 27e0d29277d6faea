import { applyEdits, modify, type JSONPath } from 'jsonc-parser'

const formattingOptions = { insertSpaces: true, tabSize: 2 }

/**
 * A JSON text in which only what differs between two values is written anew; keys that are undefined are left out.
 * @param before what the text says now
 */
export function withChanges(text: string, before: unknown, after: unknown, path: JSONPath = []): string {
  if (isObject(before) && isObject(after)) {
    const keys = new Set([...Object.keys(before), ...Object.keys(after)])
    return [...keys].reduce((now, key) => withChanges(now, before[key], after[key], [...path, key]), text)
  }
  if (Array.isArray(before) && Array.isArray(after) && before.length === after.length)
    return after.reduce<string>((now, one, at) => withChanges(now, before[at], one, [...path, at]), text)
  if (JSON.stringify(before) === JSON.stringify(after)) return text
  return applyEdits(text, modify(text, path, after, { formattingOptions }))
}

const isObject = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value)
