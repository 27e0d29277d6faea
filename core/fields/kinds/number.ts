import type { Field } from '../../model/rubric'
import { defineKind } from './kind'

/** Kept with a point and no grouping. */
export default defineKind({
  name: 'number',
  keys: 'number',
  keep,
  expects(field) {
    const bounds = [field.min !== undefined && `from ${field.min}`, field.max !== undefined && `to ${field.max}`].filter(Boolean).join(' ')
    const decimals = field.decimals === undefined ? '' : ` with at most ${field.decimals} decimals`
    return `a number${bounds && ` ${bounds}`}${decimals}`
  },
  compare: (one, other) => Number(one) - Number(other),
})

function keep(field: Field, text: string): string | null {
  const plain = /^[-+]?\d{1,3}([ ,']\d{3})+(\.\d+)?$/.test(text) ? text.replace(/[ ,']/g, '') : text.replace(/^([-+]?\d+),(\d+)$/, '$1.$2')
  if (!/^[-+]?\d+(\.\d+)?$/.test(plain)) return null
  const value = Number(plain)
  const decimals = plain.split('.')[1]?.length ?? 0
  const outside = value < (field.min ?? -Infinity) || value > (field.max ?? Infinity)
  if (outside || decimals > (field.decimals ?? Infinity)) return null
  return field.decimals === undefined ? plain.replace(/^\+/, '') : value.toFixed(field.decimals)
}
