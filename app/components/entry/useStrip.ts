import type { ChangedDocuments } from '~/composables/useLive'
import type { SiblingView } from '~~/shared/views/documents'

export const stripFilters = [
  { id: 'all', name: 'All' },
  { id: 'open', name: 'Open' },
  { id: 'doubtful', name: 'Doubtful' },
  { id: 'done', name: 'Done' },
] as const
export type StripFilter = (typeof stripFilters)[number]['id']

/** Nothing is left to do at it for whoever asks. */
const isDone = (one: SiblingView) => one.state !== 'open' || one.keyedBefore
export const isDoubtful = (one: SiblingView) => !isDone(one) && (one.doubtful || one.missing)
const tests: Record<StripFilter, (one: SiblingView) => boolean> = {
  all: () => true,
  open: one => !isDone(one),
  doubtful: isDoubtful,
  done: isDone,
}

/** All documents of the batch of the one that is open; of what changes only that is asked for again. */
export function useStrip(document: MaybeRefOrGetter<number>, batch: MaybeRefOrGetter<number | null>) {
  const keeping = useKeeping()
  const me = useMe()
  const siblings = shallowRef<SiblingView[]>([])
  const filter = ref<StripFilter>('all')

  async function fetchThem(changed: ChangedDocuments): Promise<void> {
    const most = 200
    const only = changed && changed.size <= most ? [...changed] : null
    if (only?.length === 0) return
    const keptBefore = keeping.kept
    const found = await ask<SiblingView[]>(`/api/documents/${toValue(document)}/siblings`, {
      query: only ? { only: only.join() } : {},
    }).catch(() => null)
    if (found === null) return
    const news = new Map(found.map(one => [one.id, one]))
    siblings.value = only ? siblings.value.map(one => news.get(one.id) ?? one) : found
    keeping.listed(found.filter(one => keptBefore.has(one.id)).map(one => one.id))
  }
  let turn = Promise.resolve()
  /** One after the other: what was asked for before says nothing over what came after. */
  const refresh = (changed: ChangedDocuments = null) => (turn = turn.then(() => fetchThem(changed)))
  watch(
    () => toValue(batch),
    is => is !== null && void refresh(),
    { immediate: true },
  )

  const shown = computed(() => siblings.value.filter(tests[filter.value]))
  const counts = computed(
    () => Object.fromEntries(stripFilters.map(({ id }) => [id, siblings.value.filter(tests[id]).length])) as Record<StripFilter, number>,
  )
  const at = computed(() => siblings.value.findIndex(one => one.id === toValue(document)))
  /** The next one that nobody else is at and that waits to be entered: behind this one, else before it. */
  const nextOpen = computed(() => {
    const mayTake = ({ holder }: SiblingView) => holder === null || holder === me.person?.name
    const isSent = (one: SiblingView) => keeping.of(one.id) !== null || keeping.kept.has(one.id)
    const free = (one: SiblingView) => !isDone(one) && !isSent(one) && one.filled && mayTake(one) && one.id !== toValue(document)
    return siblings.value.slice(at.value + 1).find(free) ?? siblings.value.find(free) ?? null
  })
  /** The one before or after this among those that the filter shows. */
  function beside(step: 1 | -1): SiblingView | null {
    const position = siblings.value[at.value]?.position ?? 0
    return step === 1
      ? (shown.value.find(one => one.position > position) ?? null)
      : (shown.value.findLast(one => one.position < position) ?? null)
  }
  return { siblings, shown, counts, filter, at, nextOpen, beside, refresh }
}
