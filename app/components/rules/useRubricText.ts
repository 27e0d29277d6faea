import type { z } from 'zod'
import type { Rubric } from '~~/core/rubric/rubric'
import { withChanges } from './withChanges'

/** The parts of a rubric's JSON that the rule editor changes; what is left out stays left out. */
export interface RawZone {
  x: number
  y: number
  width: number
  height: number
  unit?: 'in' | 'mm'
}
export interface RawRule {
  rule: 'barcode' | 'blank-sheet' | 'count' | 'text'
  formats?: string[]
  zone?: RawZone | Record<string, never>
  side?: 'front' | 'back' | 'any'
  value?: string
  type?: string
  sheet?: 'keep' | 'set-aside'
  sheets?: number
  pages?: number
}
export interface RawSplit {
  rules?: RawRule[]
  sameValue?: 'continue' | 'new'
  before?: 'hold' | 'document'
  unread?: 'hold' | 'previous'
}
/** As it is written: what is left out has its usual value. */
export type RawRubric = Omit<z.input<typeof Rubric>, 'split'> & { split?: RawSplit }
export type RawType = NonNullable<RawRubric['types']>[number]
export type RawField = NonNullable<RawType['fields']>[number]
export type RawSource = NonNullable<RawField['from']>[number]

/** A rubric's text as something that can be changed in place: each change writes the text anew. */
export function useRubricText(text: Ref<string>) {
  const rubric = computed<RawRubric | null>(() => {
    try {
      const read = JSON.parse(text.value) as unknown
      return read !== null && typeof read === 'object' && !Array.isArray(read) ? (read as RawRubric) : null
    } catch {
      return null
    }
  })
  const rules = computed(() => rubric.value?.split?.rules ?? [])
  const types = computed(() => rubric.value?.types ?? [])

  /** Changes the rubric; keys that become undefined are left out, and the rest of the text stays as it is. */
  function change(by: (rubric: RawRubric) => void) {
    if (!rubric.value) return
    const copy = JSON.parse(JSON.stringify(rubric.value)) as RawRubric
    by(copy)
    text.value = withChanges(text.value, rubric.value, copy)
  }
  const changeSplit = (by: (split: RawSplit) => void) => change(copy => by((copy.split ??= {})))
  const changeRule = (at: number, change: Partial<RawRule>) => changeSplit(split => Object.assign(split.rules![at]!, change))
  const addRule = (rule: RawRule) => changeSplit(split => (split.rules = [...(split.rules ?? []), rule]))
  const removeRule = (at: number) => changeSplit(split => split.rules!.splice(at, 1))
  const moveRule = (at: number, by: -1 | 1) =>
    changeSplit(split => {
      const [rule] = split.rules!.splice(at, 1)
      split.rules!.splice(at + by, 0, rule!)
    })
  return { rubric, rules, types, change, changeSplit, changeRule, addRule, removeRule, moveRule }
}
