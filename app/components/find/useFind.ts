import type { FindAnswer, FindFacets, FoundDocumentView } from '~~/shared/views/find'

const known = ['text', 'type', 'rubric', 'state', 'person', 'from', 'to']

/** A search that stands in the address: what is asked, what was found, and how it may be narrowed. */
export function useFind() {
  const route = useRoute()
  const asked = computed(() =>
    Object.fromEntries(
      Object.entries(route.query).flatMap(([key, value]) =>
        (known.includes(key) || key.startsWith('f.')) && typeof value === 'string' && value ? [[key, value]] : [],
      ),
    ),
  )
  const found = shallowRef<FoundDocumentView[] | null>(null)
  const facets = shallowRef<FindFacets | null>(null)
  const more = ref(false)
  /** What was found under another spelling, where nothing was under the one that was asked. */
  const instead = ref<string | null>(null)
  const trouble = ref<string | null>(null)
  const looking = ref(false)
  let turn = 0

  async function look(before?: number): Promise<void> {
    const mine = ++turn
    looking.value = true
    const query = asked.value
    // What was counted appears when it is there; nobody waits for it.
    if (before === undefined)
      void ask<FindFacets>('/api/find/counts', { query })
        .then(counts => mine === turn && (facets.value = counts))
        .catch(() => undefined)
    try {
      const answer = await ask<FindAnswer>('/api/find', { query: before === undefined ? query : { ...query, before } })
      if (mine !== turn) return
      found.value = before === undefined ? answer.found : [...(found.value ?? []), ...answer.found]
      more.value = answer.more
      if (before === undefined) instead.value = answer.instead
      trouble.value = null
    } catch (error) {
      if (mine === turn) trouble.value = troubleWords(error)
    } finally {
      if (mine === turn) looking.value = false
    }
  }

  const change = useQueryChanges(() => asked.value)
  /** One thing asked differently; fields go with the type that has them. */
  const set = (key: string, value: string) =>
    change(({ [key]: _, ...rest }) => {
      const others = key === 'type' ? Object.fromEntries(Object.entries(rest).filter(([other]) => !other.startsWith('f.'))) : rest
      return value === '' ? others : { ...others, [key]: value }
    })
  const setAll = (query: Record<string, string>) => change(() => query)
  watch(asked, (now, before) => JSON.stringify(now) !== JSON.stringify(before) && void look(), { immediate: true })
  return { asked, found, facets, more, instead, trouble, looking, set, setAll, loadMore: () => look(found.value?.at(-1)?.id) }
}
