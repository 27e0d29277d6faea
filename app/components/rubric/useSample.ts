import type { Word } from '~~/core/model/evidence'
import type { SampleDocument } from '~~/shared/views/rubrics'

/** Pages that were read for a look, by page and languages: the next tab need not read them again. */
const readBefore = new Map<string, Word[]>()
async function wordsOf(page: number, languages: readonly string[]): Promise<Word[]> {
  const key = `${page} ${languages.join()}`
  const words =
    readBefore.get(key) ?? (await ask<Word[]>(`/api/pages/${page}/words`, { method: 'POST', body: { languages: [...languages] } }))
  readBefore.set(key, words)
  return words
}

/**
 * The first documents of the sample batch, with their pages and words.
 * @param languages in which a document's first page is read now that was not read yet; null: nothing is read
 */
export function useSample(sample: Ref<number | null>, languages: Ref<readonly string[] | null> = ref(null)) {
  const documents = shallowRef<SampleDocument[]>([])
  const trouble = ref<string | null>(null)
  const loading = ref(false)
  /** How many first pages are still to be read. */
  const unread = ref(0)
  watch(
    sample,
    async id => {
      documents.value = []
      if (id === null) return
      loading.value = true
      try {
        const found = await ask<SampleDocument[]>(`/api/batches/${id}/sample`)
        if (sample.value !== id) return
        documents.value = found
        trouble.value = null
        void readFirst(id)
      } catch (error) {
        trouble.value = troubleWords(error)
      } finally {
        loading.value = false
      }
    },
    { immediate: true },
  )
  async function readFirst(id: number): Promise<void> {
    const open = documents.value.flatMap(document => document.pages.slice(0, 1)).filter(page => page.words === null)
    unread.value = languages.value ? open.length : 0
    for (const page of open) {
      if (!languages.value || sample.value !== id) return
      const words = await wordsOf(page.id, languages.value).catch((error: unknown) => {
        trouble.value = troubleWords(error)
        return []
      })
      if (sample.value !== id) return
      documents.value = documents.value.map(document => ({
        ...document,
        pages: document.pages.map(one => (one.id === page.id ? { ...one, words } : one)),
      }))
      unread.value--
    }
  }
  const pages = computed(() => documents.value.flatMap(document => document.pages))
  return { documents, pages, trouble, loading: readonly(loading), unread: readonly(unread) }
}
