import { useQuery } from '@pinia/colada'

/** How long what a list showed is kept for whoever comes back to it: it is there at once, and asked for again. */
export const keptMs = 5 * 60_000

/**
 * Data from the server that can be asked for again; an answer that a newer question overtook is dropped, and the last answer stays
 * while the server is away. Screens that ask the same at once share the question.
 * @param is what a page is about: where it is not there, neither is the page
 * @param by how it is asked for, where not whole
 * @param kept whether it is shown at once to whoever comes back: not for what a form begins with
 */
export function useLoaded<T>(
  url: MaybeRefOrGetter<string>,
  { is, kept = false, by = url => ask<T>(url) }: { is?: 'the page'; kept?: boolean; by?: (url: string) => Promise<T> } = {},
) {
  const query = useQuery<T>({
    key: () => [toValue(url)],
    query: () => by(toValue(url)),
    ...(kept ? { gcTime: keptMs } : {}),
  })
  const data = computed(() => query.data.value ?? null)
  const isGone = computed(
    () => is !== undefined && data.value === null && (query.error.value as { statusCode?: number } | null)?.statusCode === 404,
  )
  watch(isGone, gone => gone && showError({ status: 404 }))
  const trouble = computed(() => (query.error.value && !isGone.value ? troubleWords(query.error.value) : null))

  /** Whoever waits for this sees the newest answer, also where another question overtook theirs. */
  async function refresh(): Promise<void> {
    await query.refetch()
    while (query.asyncStatus.value === 'loading') await query.refresh()
  }
  return { data, trouble, refresh }
}
