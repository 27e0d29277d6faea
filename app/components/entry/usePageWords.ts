import type { Word } from '~~/core/model/evidence'

/** The words of the page that is shown; none until they are there. Those of a page that was turned away meanwhile are dropped. */
export function usePageWords(page: () => number | undefined) {
  const words = shallowRef<Word[]>([])
  watch(
    page,
    async id => {
      words.value = []
      await cardShown()
      if (id === undefined || id !== page()) return
      const found = await ask<Word[]>(`/api/pages/${id}/words`).catch(() => [])
      if (id === page()) words.value = found
    },
    { immediate: true },
  )
  return words
}
