export interface Condition {
  field: string
  is: readonly string[]
}

/** Whether a document's values fit a condition: one of several choices is enough, capitals do not count. */
export const fits = ({ field, is }: Condition, fields: Readonly<Record<string, { value: string }>>): boolean =>
  (fields[field]?.value.split('\n') ?? []).some(value => is.some(one => one.toLowerCase() === value.toLowerCase()))
