import { z } from 'zod'

/** A key of the other side's records, or of what it takes; `is` are its own words about it. */
export const DescribedKey = z.object({
  key: z.string(),
  is: z.string(),
  kind: z.enum(['text', 'number', 'boolean']),
})
export type DescribedKey = z.infer<typeof DescribedKey>
/** A call by which records are found; `within` is the key of the answer that has their list, null where it is the answer. */
export const LookupWay = z.object({
  path: z.string(),
  is: z.string(),
  parameters: z.array(z.object({ name: z.string(), is: z.string(), required: z.boolean() })),
  within: z.string().nullable(),
  keys: z.array(DescribedKey),
})
export type LookupWay = z.infer<typeof LookupWay>
/** A call that keeps a file at a place that we name: {record} and {document} stand in its path. `noun` is what it calls a record. */
export const AttachWay = z.object({
  path: z.string(),
  is: z.string(),
  noun: z.string(),
})
export type AttachWay = z.infer<typeof AttachWay>
/** A call that changes some keys of a record. */
export const WriteWay = z.object({
  path: z.string(),
  is: z.string(),
  type: z.string(),
  keys: z.array(DescribedKey),
})
export type WriteWay = z.infer<typeof WriteWay>
/** What another program's own description says that can be done with its records. */
export const DescribedRecords = z.object({
  title: z.string(),
  /** Where its paths begin, as it says; null where it says nothing. */
  server: z.string().nullable(),
  lookups: z.array(LookupWay),
  attaches: z.array(AttachWay),
  writes: z.array(WriteWay),
  /** Calls that look as if they would do and do not, each with its reason. */
  unfit: z.array(z.string()),
})
export type DescribedRecords = z.infer<typeof DescribedRecords>

const mostPaths = 1000
const mostKeys = 100
/** References that lead to references; more than these go in a circle. */
const mostHops = 20
const methods = ['get', 'put', 'post', 'patch'] as const

type Node = Record<string, unknown>
const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && !Array.isArray(value)
const text = (value: unknown) => (typeof value === 'string' ? value.trim().slice(0, 300) : '')
const placeholders = (path: string) => [...path.matchAll(/\{([^{}]+)\}/g)].map(found => found[1]!)

/**
 * Reads an OpenAPI description, 3.0 or 3.1 (OpenAPI Specification 3.1.0, 4.8), for calls that find records, attach a file to
 * one, and change one. References are followed within the description alone.
 * @param description as it was parsed from JSON or YAML
 * @throws {Error} in words, where it is no such description
 */
export function describedRecords(description: unknown): DescribedRecords {
  if (!isNode(description) || !isNode(description.paths))
    throw new Error('That is no OpenAPI description: it has no "paths". Give the address of its JSON or YAML text.')
  if (!text(description.openapi).startsWith('3.'))
    throw new Error(`That is a description of version ${text(description.openapi ?? description.swagger) || '?'}; 3.0 or 3.1 is needed.`)
  const reader = new Reader(description)
  const found: DescribedRecords = {
    title: text(reader.node(description.info).title),
    server: text(reader.list(description.servers)[0]?.url) || null,
    lookups: [],
    attaches: [],
    writes: [],
    unfit: [],
  }
  for (const [path, item] of Object.entries(description.paths).slice(0, mostPaths)) {
    const shared = reader.node(item)
    for (const method of methods) {
      if (!isNode(shared[method])) continue
      const call = shared[method]
      const is = text(call.summary) || text(call.description) || text(call.operationId) || `${method.toUpperCase()} ${path}`
      const parameters = [...reader.list(shared.parameters), ...reader.list(call.parameters)]
      if (method === 'get') addLookup(reader, found, path, is, call, parameters)
      else addChange(reader, found, method, path, is, call)
    }
  }
  return found
}

function addLookup(reader: Reader, found: DescribedRecords, path: string, is: string, call: Node, all: readonly Node[]): void {
  if (placeholders(path).length) return
  const parameters = all
    .filter(one => one.in === 'query' && text(one.name) !== '' && reader.kindOf(one.schema) !== null)
    .map(one => ({ name: text(one.name), is: text(one.description), required: one.required === true }))
  if (!parameters.length) return
  const answers = reader.node(call.responses)
  const answer = reader.jsonOf(reader.node(answers['200'] ?? answers['2XX'] ?? answers.default).content)?.schema
  const list = reader.recordsOf(answer)
  if (!list) return
  const { within, keys } = list
  if (parameters.filter(one => one.required).length > 1)
    found.unfit.push(`GET ${path} wants several values at once; records are found by one.`)
  else found.lookups.push({ path, is, parameters, within, keys })
}

function addChange(reader: Reader, found: DescribedRecords, method: string, path: string, is: string, call: Node): void {
  const names = placeholders(path)
  const { content } = reader.node(call.requestBody)
  const name = `${method.toUpperCase()} ${path}`
  if (reader.takesFile(content)) {
    if (!names.length) return
    if (method !== 'put')
      found.unfit.push(`${name} makes a document of its own at each call: one repeated after a lost answer would attach it twice.`)
    else if (names.length !== 2)
      found.unfit.push(`${name} has ${names.length === 1 ? 'no place' : 'more places than one'} for a document that we name.`)
    else
      found.attaches.push({
        path: path.replace(`{${names[0]!}}`, '{record}').replace(`{${names[1]!}}`, '{document}'),
        is,
        noun: nounOf(names[0]!),
      })
    return
  }
  if (method !== 'patch' || names.length !== 1) return
  const body = reader.jsonOf(content)
  const keys = body ? reader.keysOf(body.schema, true) : []
  if (body && keys.length) found.writes.push({ path: path.replace(`{${names[0]!}}`, '{record}'), is, type: body.type, keys })
}

/** A record's name from that of its placeholder: vesselId and vessel_id are vessels. */
const nounOf = (placeholder: string) =>
  placeholder
    .replace(/[-_ ]?(id|identifier|key|no|number)$/i, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replaceAll(/[-_]/g, ' ')
    .toLowerCase() || 'record'

/** Looks into a description, through its references. */
class Reader {
  constructor(private readonly whole: Node) {}

  /** What stands there, or what it refers to; empty where that is nothing that has keys. */
  node(value: unknown): Node {
    for (let hop = 0; hop < mostHops && isNode(value); hop++) {
      if (typeof value.$ref !== 'string') return value
      if (!value.$ref.startsWith('#/')) return {}
      // RFC 6901, 3 and 6.
      value = value.$ref
        .slice(2)
        .split('/')
        .map(step => decoded(step).replaceAll('~1', '/').replaceAll('~0', '~'))
        .reduce<unknown>((at, step) => (isNode(at) && Object.hasOwn(at, step) ? at[step] : undefined), this.whole)
    }
    return {}
  }

  list(value: unknown): Node[] {
    return Array.isArray(value) ? value.map(one => this.node(one)) : []
  }

  /** The JSON of a body, a change of parts (RFC 7396) first. */
  jsonOf(content: unknown): { type: string; schema: unknown } | null {
    const types = this.node(content)
    for (const type of ['application/merge-patch+json', 'application/json'])
      for (const [key, body] of Object.entries(types))
        if (key.split(';')[0]!.trim().toLowerCase() === type) return { type, schema: this.node(body).schema }
    return null
  }

  /** Whether a body is a file: bytes of any kind, or a form with a part of them. */
  takesFile(content: unknown): boolean {
    return Object.entries(this.node(content)).some(([key, body]) => {
      const type = key.split(';')[0]!.trim().toLowerCase()
      const schema = this.node(this.node(body).schema)
      if (type === 'multipart/form-data') return Object.values(this.properties(schema)).some(part => isBytes(this.node(part)))
      if (/json$|^text\/|x-www-form-urlencoded$|xml$/.test(type)) return false
      return isBytes(schema) || Object.keys(schema).length === 0
    })
  }

  /** The list of records in an answer, as a whole or under one of its keys. */
  recordsOf(schema: unknown): { within: string | null; keys: DescribedKey[] } | null {
    const own = this.itemsOf(schema)
    if (own.length) return { within: null, keys: own }
    for (const [within, part] of Object.entries(this.properties(this.node(schema)))) {
      const keys = this.itemsOf(part)
      if (keys.length) return { within, keys }
    }
    return null
  }

  private itemsOf(schema: unknown): DescribedKey[] {
    return this.keysOf(this.node(schema).items, false)
  }

  /** Keys with one plain value each. @param given only those that may be given */
  keysOf(schema: unknown, given: boolean): DescribedKey[] {
    return Object.entries(this.properties(this.node(schema)))
      .flatMap(([key, part]) => {
        const kind = this.kindOf(part)
        const { title, description, readOnly } = this.node(part)
        return kind === null || (given && readOnly === true) ? [] : [{ key, is: text(title) || text(description), kind }]
      })
      .slice(0, mostKeys)
  }

  /** Properties, with those of what a schema is put together from; each part once, also where parts name each other. */
  private properties(schema: Node, seen = new Set<Node>()): Node {
    if (seen.has(schema)) return {}
    seen.add(schema)
    const parts = this.list(schema.allOf).map(part => this.properties(part, seen))
    return Object.assign({}, ...parts, isNode(schema.properties) ? schema.properties : {}) as Node
  }

  /** The kind of one plain value; null where it is none. A type may also be null beside (JSON Schema, 6.1.1). */
  kindOf(schema: unknown): DescribedKey['kind'] | null {
    const { type, format } = this.node(schema)
    const types = (Array.isArray(type) ? (type as unknown[]) : [type]).filter(one => one !== 'null')
    if (types.length !== 1 || format === 'binary') return null
    return kinds.safeParse(types[0]).data ?? null
  }
}

const kinds = z.enum(['string', 'integer', 'number', 'boolean']).transform(type => (type === 'string' ? 'text' : numberOr(type)))
const numberOr = (type: 'integer' | 'number' | 'boolean') => (type === 'boolean' ? 'boolean' : 'number')

const isBytes = (schema: Node) =>
  schema.format === 'binary' || (typeof schema.contentMediaType === 'string' && schema.contentEncoding === undefined)

function decoded(step: string): string {
  try {
    return decodeURIComponent(step)
  } catch {
    return step
  }
}
