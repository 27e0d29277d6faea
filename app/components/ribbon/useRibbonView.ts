import type { BatchDetail } from '~~/shared/views/batches'
import type { PageView } from '~~/shared/views/pages'
import { counted } from '~/words/count'
import { isAside } from './layOut'

export const filters = [
  { id: 'all', name: 'All pages' },
  { id: 'doubtful', name: 'Doubtful' },
  { id: 'blank', name: 'Blank' },
  { id: 'aside', name: 'Set aside' },
  { id: 'unreadable', name: 'Unreadable' },
] as const
export type Filter = (typeof filters)[number]['id']

const tests: Record<Filter, (page: PageView) => boolean> = {
  all: () => true,
  doubtful: page => page.fate === 'held',
  blank: page => page.fate === 'blank',
  aside: page => isAside(page) && page.fate !== 'blank',
  unreadable: page => page.fate === 'unreadable',
}

/** Heights of a page's picture, from many pages on a screen to one. */
export const zooms = [62, 92, 126, 190, 300, 460, 640] as const

/** Which of a batch's pages are shown, and how large. */
export function useRibbonView(batch: MaybeRefOrGetter<BatchDetail | null>) {
  const filter = ref<Filter>('all')
  const text = ref('')
  const found = shallowRef<Set<number> | null>(null)
  const zoom = useLocalStorage('rubricator-ribbon-zoom', 2)
  const folded = useLocalStorage('rubricator-ribbon-folded', true)
  const searching = ref(false)
  const trouble = ref<string | null>(null)

  const search = useDebounceFn(async () => {
    const wanted = text.value.trim()
    const id = toValue(batch)?.id
    if (!wanted || !id) {
      found.value = null
      return
    }
    searching.value = true
    try {
      const positions = await ask<number[]>(`/api/batches/${id}/find`, { query: { text: wanted } })
      if (wanted === text.value.trim()) found.value = new Set(positions)
      trouble.value = null
    } catch (error) {
      trouble.value = troubleWords(error)
    } finally {
      searching.value = false
    }
  }, 250)
  watch(text, () => void search())

  const counts = computed(
    () => Object.fromEntries(filters.map(({ id }) => [id, toValue(batch)?.pages.filter(tests[id]).length ?? 0])) as Record<Filter, number>,
  )
  const pages = computed(() =>
    (toValue(batch)?.pages ?? []).filter(page => tests[filter.value](page) && (!found.value || found.value.has(page.position))),
  )
  const words = computed(() => {
    const all = toValue(batch)?.pages.length ?? 0
    return pages.value.length === all ? counted(all, 'side') : `${pages.value.length} of ${counted(all, 'side')}`
  })
  const height = computed(() => zooms[Math.min(zooms.length - 1, Math.max(0, zoom.value))]!)
  const asideCount = computed(() => toValue(batch)?.pages.filter(isAside).length ?? 0)
  return {
    filter,
    text,
    searching,
    trouble,
    zoom,
    folded,
    height,
    counts,
    pages,
    words,
    asideCount,
    larger: () => (zoom.value = Math.min(zooms.length - 1, zoom.value + 1)),
    smaller: () => (zoom.value = Math.max(0, zoom.value - 1)),
    fold: () => (folded.value = !folded.value),
    clear: () => {
      filter.value = 'all'
      text.value = ''
      found.value = null
    },
  }
}
