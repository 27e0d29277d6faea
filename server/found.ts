import { shownValue } from '../core/fields/fieldValue'
import type { FoundDocumentView } from '../shared/views/find'
import { marks, type FoundRow, type KnownType } from '../store/find/find'

const mostValues = 5

/** What a type is called in a rubric's newest version. */
export const typeNamed = (types: readonly KnownType[], rubric: string, id: string | null): KnownType | null =>
  types.find(type => type.rubric === rubric && type.id === id) ?? types.find(type => type.id === id) ?? null

/** A document that was found, as people read it: its type and first value, then the next ones. */
export function foundView(row: FoundRow, types: readonly KnownType[]): FoundDocumentView {
  const type = typeNamed(types, row.rubric, row.type)
  const values = (type?.fields ?? []).flatMap(field => {
    const found = row.fields[field.id]
    return found && field.kind !== 'table' ? [{ label: field.label, value: shownValue(field, found.value) }] : []
  })
  const [first, ...others] = values
  const { fields: _, around, ...rest } = row
  return {
    ...rest,
    title: [type?.label ?? 'Document', first?.value].filter(Boolean).join(' '),
    values: others.slice(0, mostValues),
    around: around?.includes(marks[0]) ? around.split(new RegExp(`[${marks.join('')}]`)) : [],
  }
}
