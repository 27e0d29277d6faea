import { useInfiniteQuery } from '@pinia/colada'
import { keptMs } from './useLoaded'

const pageLength = 50

/** A list that is paged by key: its first page, and more on demand. It starts anew where what is asked changes. */
export function useList<T extends { id: number }>(url: string, query: MaybeRefOrGetter<Record<string, string>> = {}) {
  const list = useInfiniteQuery<T[], Error, number | null>({
    key: () => [url, { ...toValue(query) }],
    query: ({ pageParam }) => ask<T[]>(url, { query: { ...toValue(query), ...(pageParam === null ? {} : { before: pageParam }) } }),
    initialPageParam: null,
    getNextPageParam: page => (page.length === pageLength ? page.at(-1)!.id : null),
    // What was shown stays until the answer to something else is there.
    placeholderData: before => before,
    gcTime: keptMs,
  })
  const rows = computed(() => list.data.value?.pages.flat() ?? null)
  const trouble = computed(() => (list.error.value ? troubleWords(list.error.value) : null))
  /** What is shown again, as it is now. */
  const refresh = async () => void (await list.refetch())
  const loadMore = async () => void (await list.loadNextPage())
  return { rows, trouble, more: list.hasNextPage, refresh, loadMore }
}
