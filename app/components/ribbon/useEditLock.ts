import type { BatchDetail } from '~~/shared/views/batches'

const renewSeconds = 15

/** One person works on a batch at a time; the others look on until it is free, or take it over. */
export function useEditLock(batch: MaybeRefOrGetter<BatchDetail | null>) {
  const me = useMe()
  const { running, trouble, run } = useAction()
  const editor = ref<{ id: string; name: string } | null>(null)
  const url = () => `/api/batches/${toValue(batch)!.id}/lock`
  /** Where values are entered it is taken with the first change alone: whoever only looks keeps nobody from entering them. */
  const touched = ref(false)
  const wanted = computed(() => {
    const state = toValue(batch)?.state ?? ''
    return ['sorting', 'to fix'].includes(state) || (state === 'to index' && touched.value)
  })
  const mine = computed(() => editor.value !== null && editor.value.id === me.person?.id)
  const other = computed(() => {
    const ribbon = ['sorting', 'to fix', 'to index'].includes(toValue(batch)?.state ?? '')
    return ribbon && editor.value && !mine.value ? editor.value.name : null
  })

  async function claim(over = false): Promise<void> {
    if (toValue(batch)) editor.value = await ask<{ id: string; name: string }>(url(), { method: 'POST', body: { over } })
  }

  watch(wanted, is => is && void claim().catch(() => undefined), { immediate: true })
  // Whoever lost it hears of it with the batch.
  watch(
    () => toValue(batch)?.editor,
    now => (editor.value = now ?? (mine.value ? editor.value : null)),
    { immediate: true },
  )
  useIntervalFn(() => wanted.value && void claim().catch(() => undefined), renewSeconds * 1000)
  onScopeDispose(() => {
    if (mine.value) void ask(url(), { method: 'DELETE' }).catch(() => undefined)
  })
  const takeOver = () => {
    touched.value = true
    return run(() => claim(true))
  }
  /** Before a change: takes the lock where one does not have it yet. */
  async function ensure(): Promise<void> {
    touched.value = true
    if (!mine.value) await claim()
  }
  return { mine, other, ensure, running, trouble, takeOver }
}
