const pageLength = 50

/** A list that is paged by key: its first page, and more on demand. It starts anew where what is asked changes. */
export function useList<T extends { id: number }>(url: string, query: MaybeRefOrGetter<Record<string, string>> = {}) {
  const rows = shallowRef<T[] | null>(null)
  const trouble = ref<string | null>(null)
  const more = ref(false)
  /** What was asked last: a slower answer to something else is let go. */
  let turn = 0

  const fetchPage = (before: number | undefined) =>
    ask<T[]>(url, { query: { ...toValue(query), ...(before === undefined ? {} : { before }) } })

  async function guarded(work: () => Promise<T[]>): Promise<void> {
    const mine = ++turn
    try {
      const found = await work()
      if (mine !== turn) return
      rows.value = found
      trouble.value = null
    } catch (error) {
      if (mine === turn) trouble.value = troubleWords(error)
    }
  }

  async function pages(count: number): Promise<T[]> {
    const found: T[] = []
    for (let at = 0; at < count; at++) {
      const page = await fetchPage(found.at(-1)?.id)
      found.push(...page)
      more.value = page.length === pageLength
      if (!more.value) break
    }
    return found
  }

  /** What is shown again, as it is now. */
  const refresh = () => guarded(() => pages(Math.max(1, Math.ceil((rows.value?.length ?? 0) / pageLength))))

  const loadMore = () =>
    guarded(async () => {
      const page = await fetchPage(rows.value?.at(-1)?.id)
      more.value = page.length === pageLength
      return [...(rows.value ?? []), ...page]
    })

  watch(
    () => JSON.stringify(toValue(query)),
    () => void guarded(() => pages(1)),
    { immediate: true },
  )
  return { rows, trouble, more: readonly(more), refresh, loadMore }
}
