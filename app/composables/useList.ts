const pageLength = 50

/** A list that is paged by key: newest first, older ones on demand. */
export function useList<T extends { id: number }>(url: string) {
  const rows = shallowRef<T[] | null>(null)
  const trouble = ref<string | null>(null)
  const more = ref(false)

  async function fetchPage(before: number | null): Promise<T[]> {
    const page = await ask<T[]>(url, { query: before === null ? {} : { before } })
    more.value = page.length === pageLength
    return page
  }

  async function guarded(work: () => Promise<void>): Promise<void> {
    try {
      await work()
      trouble.value = null
    } catch (error) {
      trouble.value = troubleWords(error)
    }
  }

  /** The newest again; older ones that were opened stay. */
  const refresh = () =>
    guarded(async () => {
      const hadMore = more.value
      const newest = await fetchPage(null)
      const last = newest.at(-1)?.id ?? 0
      const older = (rows.value ?? []).filter(row => row.id < last)
      rows.value = [...newest, ...older]
      if (older.length) more.value = hadMore
    })

  const loadMore = () =>
    guarded(async () => {
      const last = rows.value?.at(-1)
      rows.value = [...(rows.value ?? []), ...(await fetchPage(last?.id ?? null))]
    })

  void refresh()
  return { rows, trouble, more: readonly(more), refresh, loadMore }
}
