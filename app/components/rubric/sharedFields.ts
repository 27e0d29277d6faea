import { asPlaceholder } from '~/words/rubric'
import type { RawField, RawRubric, RawType } from '~/components/rules/useRubricText'

/** The order of what has identities, made that of these; what they do not name stays at the end. */
export function inOrder<T extends { id: string }>(all: readonly T[], ids: readonly string[]): T[] {
  const named = ids.flatMap(id => all.find(one => one.id === id) ?? [])
  return [...named, ...all.filter(one => !ids.includes(one.id))]
}

const same = (one: RawField, other: RawField | undefined) => other !== undefined && JSON.stringify(one) === JSON.stringify(other)
const fieldOf = (type: RawType, id: string) => type.fields?.find(one => one.id === id)

/** The types that share a field: theirs has its identity and is like it. */
export const sharing = (types: readonly RawType[], field: RawField): string[] =>
  types.filter(type => same(field, fieldOf(type, field.id))).map(type => type.id)

/** Changes a field of a type, and with it the same field of every type that shares it. */
export function changeShared(types: RawType[], type: RawType, id: string, to: Partial<RawField>): void {
  const before = fieldOf(type, id)
  if (!before) return
  const shared = sharing(types, before)
  for (const one of types) {
    if (!shared.includes(one.id) && one !== type) continue
    Object.assign(fieldOf(one, id)!, structuredClone(to))
  }
}

/** Has another type share a field, or have it no more. Where the type has a field of that identity, it becomes like this one. */
export function setSharing(type: RawType, field: RawField, is: boolean): void {
  const others = (type.fields ?? []).filter(one => one.id !== field.id)
  const place = (type.fields ?? []).findIndex(one => one.id === field.id)
  type.fields = is ? others.toSpliced(place < 0 ? others.length : place, 0, structuredClone(field)) : others
}

/** Where a rubric names a field outside of its types: names of files and folders, and fields that are keyed twice. */
export function renameElsewhere(rubric: RawRubric, id: string, next: string): void {
  const renamed = (template: string) => template.replaceAll(asPlaceholder(id), asPlaceholder(next))
  for (const file of rubric.files ?? []) if (file.name !== undefined) file.name = renamed(file.name)
  for (const send of rubric.send ?? []) if (send.folder !== undefined) send.folder = renamed(send.folder)
  if (rubric.entryTwice) rubric.entryTwice = rubric.entryTwice.map(one => (one === id ? next : one))
}
