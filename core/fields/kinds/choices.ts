import { defineKind } from './kind'

/** Kept as one choice a line, in the order of the field's choices. */
export default defineKind({
  name: 'choices',
  control: 'boxes',
  choices: field => field.choices ?? [],
  keep(field, text) {
    const wanted = text
      .split(/[\n,;]/)
      .map(one => one.trim().toLowerCase())
      .filter(Boolean)
    const chosen = (field.choices ?? []).filter(choice => wanted.includes(choice.toLowerCase()))
    // A choice may hold a comma itself.
    const whole = field.choices?.find(choice => choice.toLowerCase() === text.toLowerCase())
    if (whole) return whole
    return chosen.length && chosen.length === new Set(wanted).size ? chosen.join('\n') : null
  },
  expects: field => `one or several of ${field.choices?.join(', ')}`,
  show: (_, kept) => kept.replaceAll('\n', ', '),
  write: kept => kept.split('\n').filter(Boolean),
})
