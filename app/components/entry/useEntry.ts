import { checkValue } from '~~/core/fields/fieldValue'
import { isDoubtful } from '~~/core/fields/doubt'
import { isRequired, sumFault } from '~~/core/fields/fill'
import { enteredForm } from './enteredForm'
import type { DocumentPage } from '~~/shared/views/documents'

/** What stands on the entry card of one document: the values as typed, which were changed, and what is wrong with them. */
export function useEntry(document: MaybeRefOrGetter<DocumentPage>) {
  /** Who keys some fields a second time, or decides about them, sees these alone. */
  const fields = computed(() => {
    const { documentType, twice, pass } = toValue(document)
    const all = documentType?.fields ?? []
    return pass > 1 && twice.length ? all.filter(field => twice.includes(field.id)) : all
  })
  const values = ref<Record<string, string>>({})
  const checkedOnce = ref(false)

  function shown(id: string): string {
    const field = fields.value.find(one => one.id === id)
    const found = toValue(document).fields[id]
    return field && found ? enteredForm(field, found.value) : ''
  }

  values.value = Object.fromEntries(fields.value.map(field => [field.id, shown(field.id)]))

  const changed = computed(() => new Set(fields.value.filter(field => values.value[field.id] !== shown(field.id)).map(field => field.id)))
  /** What differs from the document's values, as it is typed. */
  const typed = () => Object.fromEntries([...changed.value].map(id => [id, values.value[id] ?? '']))
  /** Puts in what was typed before. */
  function takeUp(before: Record<string, string>): void {
    for (const [id, text] of Object.entries(before)) if (id in values.value) values.value[id] = text
  }

  /** The kept form of what stands in a field; null where that is none. */
  function keptOf(id: string): string | null {
    const field = fields.value.find(one => one.id === id)
    const checked = field ? checkValue(field, values.value[id] ?? '', toValue(document).languages) : null
    return checked?.ok ? checked.value : null
  }

  /** Fields that must have a value, by themselves or because of what another one says. */
  const needed = computed(() => {
    const said = Object.fromEntries(fields.value.flatMap(({ id }) => (values.value[id]?.trim() ? [[id, { value: keptOf(id) ?? '' }]] : [])))
    return new Set(fields.value.filter(field => isRequired(field, said)).map(field => field.id))
  })

  const faults = computed(() => {
    const found = new Map<string, string>()
    for (const field of fields.value) {
      const text = values.value[field.id]?.trim() ?? ''
      if (text === '') {
        if (needed.value.has(field.id) && checkedOnce.value) found.set(field.id, 'needed before this document goes on')
        continue
      }
      const checked = checkValue(field, text, toValue(document).languages)
      const why = checked.ok ? sumFault(field, checked.value, keptOf) : checked.why
      if (why) found.set(field.id, why)
    }
    return found
  })

  /** Looked over by a person, though the machine was not sure. */
  const seen = ref(new Set<string>())
  const toCompare = (id: string): boolean => {
    const found = toValue(document).fields[id]
    return found !== undefined && !changed.value.has(id) && isDoubtful(found)
  }
  /** Whether a person has something to do at a field: it is wrong, empty and needed, or to be compared with the page. */
  function asks(id: string): boolean {
    if (faults.value.has(id)) return true
    const empty = !values.value[id]?.trim()
    if (empty && needed.value.has(id)) return true
    return !seen.value.has(id) && (empty ? (toValue(document).candidates[id]?.length ?? 0) > 0 : toCompare(id))
  }
  /** The next field at which there is something to do: behind this one, else before it; null where there is none. */
  function nextToDo(id: string | null): string | null {
    const at = fields.value.findIndex(field => field.id === id)
    const turned = [...fields.value.slice(at + 1), ...fields.value.slice(0, Math.max(0, at))]
    return turned.find(field => asks(field.id))?.id ?? null
  }

  /** The first field that is wrong or missing; null where the card is complete. */
  function firstFault(): string | null {
    checkedOnce.value = true
    return fields.value.find(field => faults.value.has(field.id))?.id ?? null
  }

  return { fields, values, changed, typed, takeUp, needed, faults, seen, nextToDo, firstFault }
}
