import type { Checkable } from '../../rubric/field'
import { defineKind } from './kind'

/** Kept with a point and no grouping. */
export default defineKind({
  name: 'number',
  keys: 'number',
  digits: true,
  keep,
  expects(field) {
    const bounds = [field.min !== undefined && `from ${field.min}`, field.max !== undefined && `to ${field.max}`].filter(Boolean).join(' ')
    const { grouping, decimal } = marksOf(field)
    const example = `${grouping ? `1${grouping}234` : '1234'}${field.decimals === 0 ? '' : `${decimal}5`}`
    const written = grouping || decimal === ',' ? `, written as ${example}` : ''
    return `a number${bounds && ` ${bounds}`}${decimalsWords(field.decimals)}${written}`
  },
  show: (field, kept) => (marksOf(field).decimal === ',' ? kept.replace('.', ',') : kept),
  compare: (one, other) => Number(one) - Number(other),
  same: (one, other) => Number(one) === Number(other),
})

const marksOf = ({ grouping, decimal }: Checkable) => ({ grouping, decimal: decimal ?? (grouping === '.' ? ',' : '.') })
// A space between thousands may be narrow, or one that does not break.
const groupings = { ',': ',', '.': '\\.', ' ': '[ \\u00a0\\u202f]', "'": "['’]" } as const

/** The number as it is printed there, without grouping and with a point; null where it is none. */
function plainOf(field: Checkable, text: string): string | null {
  const { grouping, decimal } = marksOf(field)
  const end = decimal === ',' ? '(?:,(\\d+))?' : '(?:\\.(\\d+))?'
  const whole = grouping ? `(\\d{1,3}(?:${groupings[grouping]}\\d{3})+|\\d+)` : '(\\d+)'
  const printed = new RegExp(`^([-+−]?)${whole}${end}$`).exec(text)
  // In its kept form it is taken too, where that can mean nothing else: three digits behind the point may be thousands.
  const found = printed ?? /^([-+−]?)(\d+)(?:\.(\d{1,2}|\d{4,}))?$/.exec(text)
  if (!found) return null
  const [, sign = '', before = '', after] = found
  return `${/[-−]/.test(sign) ? '-' : ''}${before.replace(/\D/g, '')}${after === undefined ? '' : `.${after}`}`
}

function keep(field: Checkable, text: string): string | null {
  const plain = plainOf(field, text)
  if (plain === null) return null
  const value = Number(plain)
  const decimals = plain.split('.')[1]?.length ?? 0
  const outside = value < (field.min ?? -Infinity) || value > (field.max ?? Infinity)
  if (outside || decimals > (field.decimals ?? Infinity)) return null
  return field.decimals === undefined ? plain : value.toFixed(field.decimals)
}

function decimalsWords(most: number | undefined): string {
  if (most === undefined) return ''
  if (most === 0) return ' without decimals'
  return most === 1 ? ' with at most one decimal' : ` with at most ${most} decimals`
}
