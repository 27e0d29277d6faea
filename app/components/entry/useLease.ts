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

  async function claim(over: boolean): Promise<void> {
    holder.value = await ask<{ id: string; name: string }>(url, { method: 'POST', body: { over } })
  }
  /** One after the other: an answer that comes late must not say who had it before. */
  let last: Promise<void> = Promise.resolve()
  const claimInTurn = (over = false) => (last = last.catch(() => undefined).then(() => claim(over)))
  // Whoever lost it hears of it with the document.
  watch(
    () => document().holder,
    now => now && (holder.value = now),
  )
  // Not as an action: whoever takes it over meanwhile is not asked to click again.
  void claimInTurn().catch((error: unknown) => (trouble.value = troubleWords(error)))
  useIntervalFn(() => void claimInTurn().catch(() => undefined), renewSeconds * 1000)
  const keeping = useKeeping()
  onScopeDispose(() => {
    // Values that are on their way end it.
    if (!other.value && !keeping.of(id)) void ask(url, { method: 'DELETE' }).catch(() => undefined)
  })
  return { other, running, trouble, takeOver: () => run(() => claimInTurn(true)) }
}
