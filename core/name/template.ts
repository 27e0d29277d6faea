import { formatDate } from '../fields/dates'

/** What a file-name template may ask for, besides the document's own index values. */
export interface NameContext {
  type: string
  batch: string
  /** The document's position in its batch, from 1. */
  seq: number
  pages: number
  /** ISO 8601 date, such as 2026-03-31. */
  date: string
  values: Record<string, string>
  counters?: Counters
}

/** What a template's counters stand at for one document; they are given out before its files are made. */
export interface Counters {
  /** Of the rubric: {#}. */
  rubric: number
  /** Of a folder that its name leads into: {#folder}. */
  inFolder: (folder: string) => number
}

type Part = { text: string } | { name: string; option: string | null; fallback: string }

const own = ['type', 'batch', 'seq', 'date', 'pages', '#', '#folder']
const placeholder = /\{(#(?:folder)?|[A-Za-z][\w-]*)(?::([^{}|]*))?(?:\|([^{}]*))?\}/g

function parse(template: string): Part[] {
  const parts: Part[] = []
  let at = 0
  for (const match of template.matchAll(placeholder)) {
    if (match.index > at) parts.push({ text: template.slice(at, match.index) })
    parts.push({ name: match[1]!, option: match[2] ?? null, fallback: match[3] ?? '' })
    at = match.index + match[0].length
  }
  if (at < template.length) parts.push({ text: template.slice(at) })
  return parts
}

/** What is wrong with a template of a name, as what was expected instead; null where it is sound. */
export function templateFault(template: string): string | null {
  const fault = partsFault(template)
  if (fault) return fault
  if (template.startsWith('/') || template.split('/').some(step => step === '..' || step === '.')) {
    return 'a name inside its folder, without a leading "/", "." or ".."'
  }
  return foldersOf(template).includes('{#folder') ? '{#folder} after the last "/": it counts what lies in that folder' : null
}

/** The same for a template of text. */
export function textFault(template: string): string | null {
  const fault = partsFault(template)
  if (fault) return fault
  return /\{#/.test(template) ? 'no counter: {#} stands in names of files alone' : null
}

function partsFault(template: string): string | null {
  for (const part of parse(template)) {
    if ('text' in part) {
      if (/[{}]/.test(part.text)) return 'braces only around a name, such as {seq:3}'
      if (/[\0-\x1f\\]/.test(part.text)) return 'no backslash or control character'
    } else {
      const fault = optionFault(part.name, part.option)
      if (fault) return fault
    }
  }
  return null
}

const most = /^([1-9]\d?|1\d\d|200)$/
const datePattern = /^(?=.*[yMd])[yMd .,_-]+$/

function optionFault(name: string, option: string | null): string | null {
  if (option === null || name === 'date') return null
  if (['seq', '#', '#folder'].includes(name)) return /^[1-9]$/.test(option) ? null : `{${name}} or {${name}:1} to {${name}:9}`
  if (name === 'pages') return '{pages} without an option'
  const sound = datePattern.test(option) || option.split(',').every(one => one === 'upper' || one === 'lower' || most.test(one))
  return sound ? null : `{${name}}, or with upper, lower, how many letters at most, or yyyy-MM-dd: {${name}:upper,20}`
}

/** Index values that the template asks for. */
export function placeholdersOf(template: string): string[] {
  return parse(template).flatMap(part => ('name' in part && !own.includes(part.name) ? [part.name] : []))
}

/** Which counters a template asks for. */
export const countersOf = (template: string): ('#' | '#folder')[] =>
  (['#', '#folder'] as const).filter(counter => parse(template).some(part => 'name' in part && part.name === counter))

/** A template's folders, without the last step. */
export function foldersOf(template: string): string {
  const outside = template.replace(placeholder, part => part.replaceAll('/', ':'))
  return template.slice(0, Math.max(0, outside.lastIndexOf('/')))
}

function resolve({ name, option, fallback }: Exclude<Part, { text: string }>, context: NameContext, folder: string): string {
  const counted = (count: number | undefined) => (count === undefined ? '' : padded(count, option))
  switch (name) {
    case 'seq':
      return padded(context.seq, option)
    case '#':
      return counted(context.counters?.rubric)
    case '#folder':
      return counted(context.counters?.inFolder(folder))
    case 'pages':
      return String(context.pages)
    case 'date':
      return formatDate(context.date, option ?? 'yyyy-MM-dd')
    case 'type':
    case 'batch':
      return shaped(context[name], option) || fallback
    default:
      return shaped(context.values[name] ?? '', option) || fallback
  }
}

const padded = (count: number, option: string | null) => String(count).padStart(option ? Number(option) : 1, '0')

/** A value as the template's option has it: in capitals or small letters, no longer than so many letters, or a date's parts. */
function shaped(value: string, option: string | null): string {
  if (option === null || value === '') return value
  if (datePattern.test(option)) return /^\d{4}-\d{2}-\d{2}/.test(value) ? formatDate(value, option) : value
  return option.split(',').reduce((text, one) => {
    if (one === 'upper') return text.toUpperCase()
    if (one === 'lower') return text.toLowerCase()
    return [...text].slice(0, Number(one)).join('').trimEnd()
  }, value)
}

// Names that Windows shares refuse, whatever their extension.
const reserved = /^(con|prn|aux|nul|com[0-9]|lpt[0-9])(\.|$)/i

/** The value as a part of a file name: what no common file system may hold is replaced by "_". */
export function safePart(value: string): string {
  return value.normalize('NFC').replace(/[\0-\x1f\x7f<>:"/\\|?*\u2028\u2029\u202a-\u202e]/g, '_')
}

function safeStep(step: string): string {
  const trimmed = step.replace(/^[\s]+|[\s.]+$/g, '')
  const named = trimmed === '' ? '_' : reserved.test(trimmed) ? `_${trimmed}` : trimmed
  return shorten(named, 200)
}

// Most file systems hold 255 bytes a step; the rest is for an extension and a " (2)".
function shorten(text: string, bytes: number): string {
  let used = 0
  let kept = ''
  for (const letter of text) {
    const code = letter.codePointAt(0)!
    used += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4
    if (used > bytes) break
    kept += letter
  }
  return kept
}

/**
 * The relative path that a template gives, without an extension. Only the template's own "/" makes a folder,
 * and a step that a value would make empty, "." or ".." becomes "_", so the path never leaves its folder.
 */
export function renderName(template: string, context: NameContext): string {
  const folder = countersOf(template).includes('#folder') ? renderFolder(template, context) : ''
  const filled = parse(template)
    .map(part => ('text' in part ? part.text.replace(/[<>:"|?*]/g, '_') : safePart(resolve(part, context, folder))))
    .join('')
  return filled.split('/').map(safeStep).join('/')
}

/** The folder that a template's name leads into; empty for none of its own. */
export function renderFolder(template: string, context: NameContext): string {
  const folders = foldersOf(template)
  return folders && renderName(folders, context)
}

/** A template with each name's value in its place; null where one has none. */
export function fillTemplate(template: string, valueOf: (name: string) => string | null): string | null {
  const filled = parse(template).map(part => {
    if ('text' in part) return part.text
    const value = valueOf(part.name)
    return value === null ? part.fallback || null : shaped(value, part.option)
  })
  return filled.includes(null) ? null : filled.join('')
}

/** What a template says as a line of text, for a stamp or a subject; it may also ask for {page}. */
export function renderText(template: string, context: NameContext, page = 1): string {
  return parse(template)
    .map(part => ('text' in part ? part.text : part.name === 'page' ? String(page) : resolve(part, context, '')))
    .join('')
    .replace(/\s+/g, ' ')
    .trim()
}

/** The name, or the name with " (2)", " (3)" … before its extension: the first that is not taken. */
export function freeName(name: string, taken: (name: string) => boolean): string {
  for (let number = 1; ; number++) {
    const candidate = numberedName(name, number)
    if (!taken(candidate)) return candidate
  }
}

/** The name itself for 1, else with " (2)", " (3)" … before its extension. */
export function numberedName(name: string, number: number): string {
  if (number === 1) return name
  const dot = name.lastIndexOf('.')
  const cut = dot > name.lastIndexOf('/') ? dot : name.length
  return `${name.slice(0, cut)} (${number})${name.slice(cut)}`
}
