import type { BatchDetail } from '~~/core/model/views'

const renewSeconds = 15

/** One person works on a batch at a time; the others look on until it is free, or take it over. */
export function useHold(batch: MaybeRefOrGetter<BatchDetail | null>) {
  const me = useMe()
  const { running, trouble, run } = useAction()
  const holder = ref<{ id: string, name: string } | null>(null)
  const url = () => `/api/batches/${toValue(batch)!.id}/hold`
  const wanted = computed(() => ['sorting', 'to fix', 'to index'].includes(toValue(batch)?.state ?? ''))
  const mine = computed(() => holder.value !== null && holder.value.id === me.person?.id)
  const other = computed(() => wanted.value && holder.value && !mine.value ? holder.value.name : null)

  async function claim(over = false): Promise<void> {
    if (toValue(batch)) holder.value = await ask<{ id: string, name: string }>(url(), { method: 'POST', body: { over } })
  }

  watch(wanted, is => is && void claim().catch(() => undefined), { immediate: true })
  // Whoever lost it hears of it with the batch.
  watch(() => toValue(batch)?.holder, (now) => {
    if (now && wanted.value) holder.value = now
  })
  useIntervalFn(() => wanted.value && void claim().catch(() => undefined), renewSeconds * 1000)
  onScopeDispose(() => {
    if (mine.value) void ask(url(), { method: 'DELETE' }).catch(() => undefined)
  })
  return { mine, other, running, trouble, takeOver: () => run(() => claim(true)) }
}
