import { z } from 'zod'
import type { Random } from '../../standins/paper/random'

/** As much of a JSON Schema as Zod writes of a route's body or query. */
interface Schema {
  type?: string
  const?: unknown
  enum?: unknown[]
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  items?: Schema | boolean
  prefixItems?: Schema[]
  properties?: Record<string, Schema>
  additionalProperties?: Schema | boolean
  required?: string[]
  minimum?: number
  maximum?: number
  maxLength?: number
  format?: string
  pattern?: string
  $ref?: string
  $defs?: Record<string, Schema>
}

const texts = [
  '',
  'a',
  '1',
  'none',
  '-',
  '..',
  '../x',
  'A4',
  'eng',
  '2026-03-31',
  '31 March 2026',
  '12,50',
  '87388989',
  '%',
  "'--",
  '(a+)+$',
]
const odd = [
  'nul\u0000byte',
  'half a pair \ud800',
  '\u202ereversed',
  '{{{{',
  '{a}{#}{date:}',
  '\\',
  '\r\n',
  'é'.normalize('NFD'),
  '🜍',
  ' '.repeat(40),
]
const numbers = [0, 1, 2, 3, -1, 0.5, 90, 200, 300, 1e6, 2 ** 31, 2 ** 53, -(2 ** 31), 1e308, 1e-320]

/**
 * Something that a schema takes, or nearly does: made from its JSON Schema, with one thing in twelve spoilt, the same for the same
 * chance. Texts and numbers are now and then one of `known`, so that what is asked about is there.
 */
export function fromSchema(schema: z.ZodType, known: readonly (string | number)[], random: Random): unknown {
  const root = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Schema
  const strange = (): unknown =>
    random.pick<() => unknown>([
      () => null,
      () => random.pick(odd),
      () => random.pick(numbers),
      () => [],
      () => ({}),
      () => true,
      () => 'x'.repeat(random.whole(1, 30_000)),
      () => Array.from({ length: random.whole(1, 300) }, () => random.pick(texts)),
    ])()
  const text = ({ maxLength = 400, format }: Schema): string => {
    if (random.chance(0.3)) return String(random.pick(known))
    if (format === 'date') return random.pick(['2026-03-31', '2026-02-29', '0000-01-01', '9999-12-31'])
    if (format === 'uuid') return `00000000-0000-4000-8000-${String(random.whole(0, 1e12 - 1)).padStart(12, '0')}`
    if (random.chance(0.15)) return 'y'.repeat(maxLength + random.whole(-1, 1) > 0 ? Math.min(maxLength + random.whole(-1, 1), 40_000) : 0)
    return random.pick(random.chance(0.7) ? texts : odd)
  }
  const number = ({ minimum, maximum, type }: Schema): number => {
    if (random.chance(0.4)) return random.pick(known.filter(one => typeof one === 'number'))
    const found = random.pick([...numbers, minimum ?? 0, maximum ?? 1, (maximum ?? 1) + 1, (minimum ?? 0) - 1])
    return type === 'integer' && random.chance(0.8) ? Math.trunc(found) : found
  }
  const some = (most: number, make: () => unknown) => Array.from({ length: random.whole(0, random.chance(0.05) ? 300 : most) }, make)
  const made = (one: Schema, depth: number): unknown => {
    if (random.chance(0.08)) return strange()
    if (one.$ref) return depth > 6 ? null : made(root.$defs?.[one.$ref.split('/').pop()!] ?? {}, depth + 1)
    if ('const' in one) return one.const
    if (one.enum) return random.pick(one.enum)
    const ways = one.anyOf ?? one.oneOf
    if (ways) return made(random.pick(ways), depth + 1)
    if (one.allOf) return Object.assign({}, ...one.allOf.map(part => made(part, depth + 1)))
    switch (one.type) {
      case 'string':
        return text(one)
      case 'number':
      case 'integer':
        return number(one)
      case 'boolean':
        return random.chance(0.5)
      case 'null':
        return null
      case 'array': {
        if (one.prefixItems) return one.prefixItems.map(part => made(part, depth + 1))
        return some(4, () => made(typeof one.items === 'object' ? one.items : {}, depth + 1))
      }
      case 'object': {
        const keys = Object.entries(one.properties ?? {}).filter(([key]) =>
          one.required?.includes(key) ? !random.chance(0.05) : random.chance(0.6),
        )
        const more = typeof one.additionalProperties === 'object' ? one.additionalProperties : null
        const others = more ? some(3, () => [text({ maxLength: 20 }), made(more, depth + 1)]) : random.chance(0.05) ? [['other', 1]] : []
        return Object.fromEntries([...keys.map(([key, part]) => [key, made(part, depth + 1)]), ...(others as [string, unknown][])])
      }
      default:
        return random.chance(0.5) ? strange() : random.pick([...texts, ...numbers])
    }
  }
  return made(root, 0)
}
