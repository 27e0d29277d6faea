import type { BatchDetail } from '~~/shared/views/batches'

const renewSeconds = 15

/** One person works on a batch at a time; the others look on until it is free, or take it over. */
export function useEditLock(batch: MaybeRefOrGetter<BatchDetail | null>) {
  const me = useMe()
  const { running, trouble, run } = useAction()
  const editor = ref<{ id: string; name: string } | null>(null)
  const url = () => `/api/batches/${toValue(batch)!.id}/lock`
  const wanted = computed(() => ['sorting', 'to fix', 'to index'].includes(toValue(batch)?.state ?? ''))
  const mine = computed(() => editor.value !== null && editor.value.id === me.person?.id)
  const other = computed(() => (wanted.value && editor.value && !mine.value ? editor.value.name : null))

  async function claim(over = false): Promise<void> {
    if (toValue(batch)) editor.value = await ask<{ id: string; name: string }>(url(), { method: 'POST', body: { over } })
  }

  watch(wanted, is => is && void claim().catch(() => undefined), { immediate: true })
  // Whoever lost it hears of it with the batch.
  watch(
    () => toValue(batch)?.editor,
    now => {
      if (now && wanted.value) editor.value = now
    },
  )
  useIntervalFn(() => wanted.value && void claim().catch(() => undefined), renewSeconds * 1000)
  onScopeDispose(() => {
    if (mine.value) void ask(url(), { method: 'DELETE' }).catch(() => undefined)
  })
  return { mine, other, running, trouble, takeOver: () => run(() => claim(true)) }
}
