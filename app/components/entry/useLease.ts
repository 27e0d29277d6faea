import type { DocumentPage } from '~~/shared/views/documents'

const renewSeconds = 15

/** One person enters a document's values at a time: others see who does, and go on with another one. */
export function useLease(document: () => DocumentPage) {
  const me = useMe()
  const { running, trouble, run } = useAction()
  const holder = ref(document().holder)
  const id = document().id
  const url = `/api/documents/${id}/lease`
  const other = computed(() => (holder.value && holder.value.id !== me.person?.id ? holder.value.name : null))

  async function claim(over = false): Promise<void> {
    holder.value = await ask<{ id: string; name: string }>(url, { method: 'POST', body: { over } })
  }
  // Whoever lost it hears of it with the document.
  watch(
    () => document().holder,
    now => now && (holder.value = now),
  )
  void run(() => claim())
  useIntervalFn(() => void claim().catch(() => undefined), renewSeconds * 1000)
  const keeping = useKeeping()
  onScopeDispose(() => {
    // Values that are on their way end it.
    if (!other.value && !keeping.of(id)) void ask(url, { method: 'DELETE' }).catch(() => undefined)
  })
  return { other, running, trouble, takeOver: () => run(() => claim(true)) }
}
