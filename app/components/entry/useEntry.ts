import { checkValue } from '~~/core/fields/fieldValue'
import { isRequired, sumFault } from '~~/core/fields/fill'
import { enteredForm } from './enteredForm'
import type { DocumentPage } from '~~/shared/views/documents'

/** What stands on an entry card: the values as typed, which were changed, and what is wrong with them. */
export function useEntry(document: MaybeRefOrGetter<DocumentPage>) {
  const fields = computed(() => toValue(document).documentType?.fields ?? [])
  const values = ref<Record<string, string>>({})
  const checkedOnce = ref(false)

  function shown(id: string): string {
    const field = fields.value.find(one => one.id === id)
    const found = toValue(document).fields[id]
    return field && found ? enteredForm(field, found.value) : ''
  }

  watch(
    () => toValue(document).id,
    () => {
      values.value = Object.fromEntries(fields.value.map(field => [field.id, shown(field.id)]))
      checkedOnce.value = false
    },
    { immediate: true },
  )

  const changed = computed(() => new Set(fields.value.filter(field => values.value[field.id] !== shown(field.id)).map(field => field.id)))

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

  /** The first field that is wrong or missing; null where the card is complete. */
  function firstFault(): string | null {
    checkedOnce.value = true
    return fields.value.find(field => faults.value.has(field.id))?.id ?? null
  }

  return { fields, values, changed, needed, faults, firstFault }
}
