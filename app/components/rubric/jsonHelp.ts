import { findNodeAtLocation, getLocation, getNodeValue, parseTree, type JSONPath, type Node } from 'jsonc-parser'
import { z } from 'zod'
import { Rubric } from '~~/core/rubric/rubric'

/** As much of a JSON Schema as `z.toJSONSchema` writes. */
interface Schema {
  $ref?: string
  type?: string
  enum?: unknown[]
  const?: unknown
  default?: unknown
  minimum?: number
  maximum?: number
  properties?: Record<string, Schema>
  additionalProperties?: Schema | boolean
  items?: Schema
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  $defs?: Record<string, Schema>
}

let known: Schema | null = null
const rubricSchema = (): Schema => (known ??= z.toJSONSchema(Rubric, { io: 'input', unrepresentable: 'any' }) as Schema)

/** The schemas that one stands for; of several shapes of an object those that what is written there may still become. */
function shapesOf(schema: Schema, written: unknown): Schema[] {
  const { $ref, anyOf, oneOf, allOf } = schema
  if ($ref) {
    const found = rubricSchema().$defs?.[$ref.split('/').pop()!]
    return found ? shapesOf(found, written) : []
  }
  const parts = anyOf ?? oneOf ?? allOf
  return parts ? parts.flatMap(part => shapesOf(part, written)) : fits(schema, written) ? [schema] : []
}

function fits({ properties }: Schema, written: unknown): boolean {
  if (!properties || written === null || typeof written !== 'object') return true
  return Object.entries(written).every(([key, value]) => {
    const fixed = properties[key]?.const
    return fixed === undefined || fixed === value
  })
}

/** What may stand at a place of a rubric's text. */
function schemasAt(path: JSONPath, tree: Node | undefined): Schema[] {
  const valueAt = (count: number): unknown => {
    const node = tree && findNodeAtLocation(tree, path.slice(0, count))
    return node ? getNodeValue(node) : undefined
  }
  let found = shapesOf(rubricSchema(), valueAt(0))
  for (const [at, step] of path.entries()) {
    found = found.flatMap(({ properties, additionalProperties, items }) => {
      const next = typeof step === 'number' ? items : (properties?.[step] ?? additionalProperties)
      return next && typeof next === 'object' ? shapesOf(next, valueAt(at + 1)) : []
    })
  }
  return found
}

/** What can be written at a place: keys with their colon, or values, and what of the text they replace. */
export interface Offered {
  from: number
  to: number
  options: string[]
}

export function offeredAt(text: string, offset: number): Offered | null {
  const { path, isAtPropertyKey, previousNode } = getLocation(text, offset)
  const tree = parseTree(text, [])
  const over = previousNode && previousNode.offset <= offset && offset <= previousNode.offset + previousNode.length ? previousNode : null
  const place = { from: over?.offset ?? offset, to: over ? over.offset + over.length : offset }
  if (isAtPropertyKey) {
    const parent = tree && findNodeAtLocation(tree, path.slice(0, -1))
    const there = new Set((parent?.children ?? []).filter(one => one.children?.[0] !== over).map(one => String(one.children?.[0]?.value)))
    const keys = new Set(schemasAt(path.slice(0, -1), tree).flatMap(({ properties }) => Object.keys(properties ?? {})))
    const colon = /^\s*:/.test(text.slice(place.to)) ? '' : ': '
    return { ...place, options: [...keys].filter(key => !there.has(key)).map(key => `${JSON.stringify(key)}${colon}`) }
  }
  const values = schemasAt(path, tree).flatMap(({ enum: all, const: one, type, default: usual }) =>
    all ? all : one !== undefined ? [one] : type === 'boolean' ? [true, false] : usual === undefined ? [] : [usual],
  )
  return { ...place, options: [...new Set(values.map(value => JSON.stringify(value)))] }
}

/** What may stand where somebody points, in words; null where nothing is known. */
export function wordsAt(text: string, offset: number): { words: string; from: number; to: number } | null {
  const { path, previousNode } = getLocation(text, offset)
  const node = previousNode
  if (!path.length || !node || node.offset > offset || offset > node.offset + node.length) return null
  const all = schemasAt(path, parseTree(text, []))
  const said = [...new Set(all.map(schemaWords))].filter(Boolean)
  return said.length ? { words: `${String(path.at(-1))}: ${said.join(', or ')}`, from: node.offset, to: node.offset + node.length } : null
}

function schemaWords({ type, enum: all, const: one, minimum, maximum, default: usual, properties, items }: Schema): string {
  const what = all
    ? all.map(value => JSON.stringify(value)).join(' | ')
    : one !== undefined
      ? JSON.stringify(one)
      : properties
        ? `an object with ${Object.keys(properties).join(', ')}`
        : items
          ? 'a list'
          : (type ?? '')
  const [least, most] = [minimum, maximum].map(bound => (bound === undefined || Math.abs(bound) > 1e15 ? null : bound))
  const bounds = least === null && most === null ? '' : ` ${least === null ? '' : `from ${least}`}${most === null ? '' : ` to ${most}`}`
  return `${what}${bounds}${usual === undefined ? '' : ` (left out: ${JSON.stringify(usual)})`}`
}
