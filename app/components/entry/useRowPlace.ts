import { rowsOf } from '~~/core/fields/kinds/table'
import { placesOfRows } from '~~/core/fields/rowPlaces'
import type { Word } from '~~/core/model/evidence'
import type { Field } from '~~/core/rubric/field'
import type { DocumentPage } from '~~/shared/views/documents'

/** A table goes over few pages: so many from the one on which it begins are looked through. */
const mostPages = 6

/**
 * Where the row of line items with the cursor stands, by its page's place in the document and its box.
 * @param field the field with the cursor
 * @param kept a field's value as it stands on the card
 */
export function useRowPlace(document: () => DocumentPage, field: Ref<Field | null>, kept: (field: string) => string) {
  const row = ref<number | null>(null)
  const words = shallowRef<Word[][]>([])
  const table = computed(() => (field.value?.kind === 'table' && row.value !== null ? field.value : null))
  /** The page on which the table begins; the first, where nobody read it. */
  const first = computed(() => {
    const page = table.value && document().fields[table.value.id]?.page
    return Math.max(
      0,
      document().pages.findIndex(one => one.position === page),
    )
  })
  const pages = computed(() =>
    table.value
      ? document()
          .pages.slice(first.value, first.value + mostPages)
          .map(page => page.id)
      : [],
  )
  const asked = computed(() => pages.value.join())
  watch(asked, async mine => {
    words.value = []
    const found = await Promise.all(pages.value.map(id => ask<Word[]>(`/api/pages/${id}/words`).catch(() => [])))
    if (mine === asked.value) words.value = found
  })
  const places = computed(() =>
    table.value && words.value.length
      ? placesOfRows(rowsOf(kept(table.value.id)), table.value.columns ?? [], words.value, document().languages)
      : [],
  )
  const place = computed(() => {
    const found = row.value === null ? null : places.value[row.value]
    return found ? { pageAt: first.value + found.page, box: found.box } : null
  })
  return { row, place }
}
