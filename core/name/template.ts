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
}

type Part = { text: string } | { name: string; option: string | null }

const own = ['type', 'batch', 'seq', 'date', 'pages']
const placeholder = /\{([A-Za-z][\w-]*)(?::([^{}]*))?\}/g

function parse(template: string): Part[] {
  const parts: Part[] = []
  let at = 0
  for (const match of template.matchAll(placeholder)) {
    if (match.index > at) parts.push({ text: template.slice(at, match.index) })
    parts.push({ name: match[1]!, option: match[2] ?? null })
    at = match.index + match[0].length
  }
  if (at < template.length) parts.push({ text: template.slice(at) })
  return parts
}

/** What is wrong with a template of a name, as what was expected instead; null where it is sound. */
export function templateFault(template: string): string | null {
  const fault = textFault(template)
  if (fault) return fault
  if (template.startsWith('/') || template.split('/').some(step => step === '..' || step === '.')) {
    return 'a name inside its folder, without a leading "/", "." or ".."'
  }
  return null
}

/** The same for a template of text. */
export function textFault(template: string): string | null {
  for (const part of parse(template)) {
    if ('text' in part) {
      if (/[{}]/.test(part.text)) return 'braces only around a name, such as {seq:3}'
      if (/[\0-\x1f\\]/.test(part.text)) return 'no backslash or control character'
    } else if (part.name === 'seq' && part.option !== null && !/^[1-9]$/.test(part.option)) {
      return '{seq} or {seq:1} to {seq:9}'
    } else if (part.name !== 'seq' && part.name !== 'date' && part.option !== null) {
      return `{${part.name}} without an option`
    }
  }
  return null
}

/** Index values that the template asks for. */
export function placeholdersOf(template: string): string[] {
  return parse(template).flatMap(part => ('name' in part && !own.includes(part.name) ? [part.name] : []))
}

function resolve(name: string, option: string | null, context: NameContext): string {
  switch (name) {
    case 'type':
      return context.type
    case 'batch':
      return context.batch
    case 'seq':
      return String(context.seq).padStart(option ? Number(option) : 1, '0')
    case 'pages':
      return String(context.pages)
    case 'date':
      return formatDate(context.date, option ?? 'yyyy-MM-dd')
    default:
      return context.values[name] ?? ''
  }
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
  const filled = parse(template)
    .map(part => ('text' in part ? part.text.replace(/[<>:"|?*]/g, '_') : safePart(resolve(part.name, part.option, context))))
    .join('')
  return filled.split('/').map(safeStep).join('/')
}

/** A template with each name's value in its place; null where one has none. */
export function fillTemplate(template: string, valueOf: (name: string) => string | null): string | null {
  const filled = parse(template).map(part => ('text' in part ? part.text : valueOf(part.name)))
  return filled.includes(null) ? null : filled.join('')
}

/** What a template says as a line of text, for a stamp or a subject; it may also ask for {page}. */
export function renderText(template: string, context: NameContext, page = 1): string {
  return parse(template)
    .map(part => ('text' in part ? part.text : part.name === 'page' ? String(page) : resolve(part.name, part.option, context)))
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
