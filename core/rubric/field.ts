import { z } from 'zod'
import { Zone } from '../model/zone'
import { identifier, pattern, textTemplate } from './schemas'

export const TextSource = z.union([
  z.strictObject({ near: z.string().min(1), value: pattern }),
  z.strictObject({ zone: Zone.optional(), value: pattern }),
])
export type TextSource = z.infer<typeof TextSource>

/** Rows below printed headings, by the id of the column, to the line that `until` fits or the document's end. */
export const TableSource = z.strictObject({
  headings: z.record(identifier, z.string().min(1).max(300)).refine(headings => Object.keys(headings).length > 0, 'at least one heading'),
  until: pattern.optional(),
})
export type TableSource = z.infer<typeof TableSource>

/** Where a field's value may come from; tried in order, the first valid one wins. */
export const ValueSource = z.union([
  z.strictObject({ barcode: z.string().min(1) }),
  z.strictObject({ text: TextSource }),
  z.strictObject({ ticked: z.strictObject({ zone: Zone.optional() }) }),
  z.strictObject({ table: TableSource }),
  z.strictObject({ file: pattern }),
  z.strictObject({ join: textTemplate(500) }),
  z.strictObject({ lookup: z.string().min(1) }),
  z.strictObject({ value: z.string() }),
])
export type ValueSource = z.infer<typeof ValueSource>

/** Kinds of one value. */
export const plainKinds = ['text', 'long-text', 'date', 'choice', 'choices', 'number', 'email', 'yes-no'] as const
export const kindNames = [...plainKinds, 'table'] as const
export type KindName = (typeof kindNames)[number]

export const checks = ['none', 'luhn', 'mod11', 'mod97', 'ean'] as const

/** What a field says of its value, and a column of each of its cells. */
const about = {
  id: identifier,
  label: z.string().min(1).max(300),
  required: z.boolean().default(false),
  /** Told below the input, and an example of a value. */
  help: z.string().max(300).optional(),
  example: z.string().max(120).optional(),
  pattern: pattern.optional(),
  check: z.enum(checks).default('none'),
  format: z.string().optional(),
  choices: z.array(z.string().min(1)).optional(),
  min: z.number().optional(),
  max: z.number().optional(),
  decimals: z.int().min(0).max(6).optional(),
  /** What stands between thousands on paper; a grouped number is refused where it is not named. */
  grouping: z.enum([',', '.', ' ', "'"]).optional(),
  /** What stands before the decimals on paper: "," where the grouping is ".", else ".". */
  decimal: z.enum(['.', ',']).optional(),
}

interface Checked {
  kind: KindName
  choices?: string[] | undefined
  grouping?: string | undefined
  decimal?: string | undefined
}

function kindFaults({ kind, choices, grouping, decimal }: Checked): { path: string; found: unknown; expected: string }[] {
  return [
    ...((kind === 'choice' || kind === 'choices') && !choices?.length
      ? [{ path: 'choices', found: choices, expected: `at least one choice for a field of kind "${kind}"` }]
      : []),
    ...(grouping !== undefined && grouping === decimal
      ? [{ path: 'decimal', found: decimal, expected: 'another mark than the grouping' }]
      : []),
  ]
}

/** A column of a table: it takes what fields take, but for where it comes from. */
export const Column = z.strictObject({ ...about, kind: z.enum(plainKinds).default('text') }).check(context => {
  for (const { path, found, expected } of kindFaults(context.value))
    context.issues.push({ code: 'custom', path: [path], input: found, message: expected })
})
export type Column = z.infer<typeof Column>

const equals = z.string().regex(/^sum\([A-Za-z][\w-]*\.[A-Za-z][\w-]*\)$/, 'the sum of a column, such as "sum(items.amount)"')

export const Field = z
  .strictObject({
    ...about,
    kind: z.enum(kindNames).default('text'),
    /** Of a table. */
    columns: z.array(Column).max(40).optional(),
    /** A machine's value below this is shown as a candidate, not taken. */
    sure: z.number().min(0).max(1).default(0),
    /** Checked: the sum of a column. */
    equals: equals.optional(),
    requiredWhen: z.strictObject({ field: identifier, is: z.array(z.string()).min(1) }).optional(),
    unique: z.enum(['batch', 'archive']).optional(),
    from: z.array(ValueSource).default([]),
  })
  .check(context => {
    const { value: field } = context
    const report = (path: (string | number)[], input: unknown, message: string) =>
      context.issues.push({ code: 'custom', path, input, message })
    for (const { path, found, expected } of kindFaults(field)) report([path], found, expected)
    if ((field.kind === 'table') !== (field.columns !== undefined && field.columns.length > 0))
      report(['columns'], field.columns, field.kind === 'table' ? 'at least one column' : `no columns for a field of kind "${field.kind}"`)
    const columns = (field.columns ?? []).map(column => column.id)
    columns.forEach((id, at) => {
      if (columns.indexOf(id) !== at) report(['columns', at, 'id'], id, 'an id that no earlier column has')
    })
    field.from.forEach((source, at) => {
      if ('table' in source) {
        if (field.kind !== 'table') report(['from', at, 'table'], source.table, `no table for a field of kind "${field.kind}"`)
        for (const id of Object.keys(source.table.headings))
          if (field.kind === 'table' && !columns.includes(id))
            report(['from', at, 'table', 'headings', id], source.table.headings[id], `one of the columns ${columns.join(', ')}`)
      } else if (field.kind === 'table') {
        report(['from', at], source, 'a source "table" for a field of kind "table"')
      }
      if ('ticked' in source && !['choice', 'choices', 'yes-no'].includes(field.kind))
        report(['from', at, 'ticked'], source.ticked, 'a field of kind "choice", "choices" or "yes-no" for a ticked box')
    })
    if (field.equals && field.kind !== 'number') report(['equals'], field.equals, 'a field of kind "number"')
  })
export type Field = z.infer<typeof Field>

/** What checking a value needs to know: a field, or a column of a table. */
export type Checkable = Pick<Field, 'id' | 'label' | 'required' | 'pattern' | 'check' | 'format' | 'choices' | 'min' | 'max' | 'decimals'> &
  Pick<Field, 'grouping' | 'decimal' | 'kind' | 'columns'>

/** The table and the column that a field's sum is made of. */
export function sumOf(formula: string): { table: string; column: string } {
  const [, table = '', column = ''] = /^sum\(([^.]+)\.([^)]+)\)$/.exec(formula) ?? []
  return { table, column }
}
