import type { Word } from '~~/core/model/evidence'
import type { Field } from '~~/core/rubric/field'
import type { DocumentPage, Suggestions } from '~~/shared/views/documents'
import { enteredForm } from './enteredForm'
import { completions } from './pageWords'

/** One value that is offered while somebody types. */
export interface Suggestion {
  /** As it would stand in the field. */
  text: string
  /** Where it comes from. */
  from: string
  record: Suggestions['records'][number] | null
}

const none: Suggestions = { frequent: [], records: [] }
const mostOfPage = 4

/** What a field may hold that begins as it is typed: words of the page, values that it often has, business records. */
export function useSuggestions(document: () => DocumentPage, field: () => Field, words: () => readonly Word[]) {
  const part = ref('')
  const known = shallowRef(none)
  const look = useDebounceFn(async () => {
    const wanted = part.value
    if (!wanted) return
    const found = await ask<Suggestions>(`/api/documents/${document().id}/suggest`, { query: { field: field().id, part: wanted } }).catch(
      () => none,
    )
    if (wanted === part.value) known.value = found
  }, 100)

  function ofTyped(text: string): void {
    part.value = text.trim().slice(0, 100)
    if (!part.value) known.value = none
    void look()
  }

  const suggestions = computed((): Suggestion[] => {
    if (!part.value) return []
    const all = [
      ...completions(words(), part.value, field(), document().languages, mostOfPage).map(text => ({
        text,
        from: 'on this page',
        record: null,
      })),
      ...known.value.records.map(record => ({
        text: record.values[field().id] ?? record.key,
        from: record.shown.join(' · '),
        record,
      })),
      ...known.value.frequent.map(value => ({ text: enteredForm(field(), value), from: 'often', record: null })),
    ]
    return all.filter((one, at) => one.record !== null || all.findIndex(other => other.text === one.text) === at)
  })
  return { suggestions, ofTyped, close: () => ofTyped('') }
}
