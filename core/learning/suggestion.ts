import { z } from 'zod'
import { ValueSource } from '../rubric/field'
import type { Box } from '../model/zone'

/** What a rubric does on earlier documents or pages, as people left them. */
export const Tally = z.object({ right: z.int(), wrong: z.int(), open: z.int() })
export type Tally = z.infer<typeof Tally>

export const Side = z.enum(['left', 'top', 'right', 'bottom'])
export type Side = z.infer<typeof Side>

/** A change of a rubric. */
export const Change = z.discriminatedUnion('do', [
  z.object({ do: z.literal('source'), type: z.string(), field: z.string(), source: ValueSource }),
  z.object({ do: z.literal('widen'), rule: z.int(), side: Side, by: z.number() }),
  z.object({ do: z.literal('max-ink'), maxInk: z.number() }),
])
export type Change = z.infer<typeof Change>

/**
 * A change that what people corrected speaks for, never made by itself.
 * `shown` of `of` documents or pages speak for it; `before` and `after`: how the rubric does on them without it and with it.
 */
export const Suggestion = z.object({
  key: z.string(),
  change: Change,
  /** Of a label: how it is read, where the rubric's own is printed but read otherwise. */
  instead: z.string().nullable(),
  shown: z.int(),
  of: z.int(),
  before: Tally.nullable(),
  after: Tally.nullable(),
})
export type Suggestion = z.infer<typeof Suggestion>

/** As much of a rubric as changes touch, as it is written: what is left out has its usual value. */
interface Changeable {
  clean?: { blank?: { maxInk?: number | undefined } | undefined } | undefined
  types?: { id: string; fields?: { id: string; from?: unknown[] | undefined }[] | undefined }[] | undefined
  split?: { rules?: { rule: string; zone?: object | undefined }[] | undefined } | undefined
}

/** Makes the change. @throws {Error} where it is no longer the rubric that the suggestion was made for */
export function makeChange(rubric: Changeable, change: Change): void {
  if (change.do === 'max-ink') ((rubric.clean ??= {}).blank ??= {}).maxInk = change.maxInk
  else if (change.do === 'source') {
    const field = rubric.types?.find(type => type.id === change.type)?.fields?.find(one => one.id === change.field)
    if (!field) throw new Error(`There is no field ${change.field} of ${change.type} any more.`)
    field.from = [...(field.from ?? []), change.source]
  } else {
    const rule = rubric.split?.rules?.[change.rule]
    if (!rule?.zone || !('x' in rule.zone)) throw new Error(`Rule ${change.rule + 1} has no zone any more.`)
    rule.zone = widened(rule.zone as ZoneInUnit, change.side, change.by)
  }
}

type ZoneInUnit = Box & { unit?: 'in' | 'mm' }

/** A zone that reaches further on one side, but not over the page's left and top. @param inches how much further */
function widened(zone: ZoneInUnit, side: Side, inches: number): ZoneInUnit {
  const by = inches * (zone.unit === 'mm' ? 25.4 : 1)
  const rounded = (value: number) => Math.round(value * 1000) / 1000
  if (side === 'right') return { ...zone, width: rounded(zone.width + by) }
  if (side === 'bottom') return { ...zone, height: rounded(zone.height + by) }
  const more = Math.min(by, side === 'left' ? zone.x : zone.y)
  return side === 'left'
    ? { ...zone, x: rounded(zone.x - more), width: rounded(zone.width + more) }
    : { ...zone, y: rounded(zone.y - more), height: rounded(zone.height + more) }
}
