/**
 * Data from the server that can be asked for again; an answer that a newer question overtook is dropped.
 * @param is what a page is about: where it is not there, neither is the page
 */
export function useLoaded<T>(url: MaybeRefOrGetter<string>, { is }: { is?: 'the page' } = {}) {
  const data = shallowRef<T | null>(null)
  const trouble = ref<string | null>(null)
  let question = 0

  let newest: Promise<void> | null = null

  async function look(mine: number): Promise<void> {
    try {
      const answer = await ask<T>(toValue(url))
      if (mine !== question) return
      data.value = answer
      trouble.value = null
    } catch (error) {
      if (mine !== question) return
      if (is && data.value === null && (error as { statusCode?: number }).statusCode === 404) showError({ status: 404 })
      else trouble.value = troubleWords(error)
    }
  }

  /** Whoever waits for this sees the newest answer, also where another question overtook theirs. */
  async function refresh(): Promise<void> {
    let awaited = (newest = look(++question))
    await awaited
    while (awaited !== newest) await (awaited = newest)
  }

  watch(
    () => toValue(url),
    () => {
      data.value = null
      void refresh()
    },
  )
  void refresh()
  return { data, trouble, refresh }
}
