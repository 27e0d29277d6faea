import type { TryView } from '~~/shared/views/rubrics'

/** A draft that a worker tries: begun, looked after, stopped. */
export function useTry<Outcome>() {
  const { running, trouble, run } = useAction()
  const tried = shallowRef<TryView<Outcome> | null>(null)
  const busy = computed(() => tried.value !== null && !tried.value.outcome && !tried.value.trouble && !tried.value.cancelled)
  const begin = (ask: () => Promise<{ id: string }>) =>
    run(async () => {
      const { id } = await ask()
      tried.value = { id, done: 0, of: 0, trouble: null, cancelled: false, outcome: null }
    })
  async function look() {
    if (!busy.value || !tried.value) return
    const { id } = tried.value
    const now = await ask<TryView<Outcome>>(`/api/tries/${id}`).catch((error: unknown) => ({
      ...tried.value!,
      trouble: troubleWords(error),
    }))
    if (tried.value.id === id) tried.value = now
  }
  useIntervalFn(() => void look(), 400)
  async function cancel() {
    const before = tried.value
    if (!before) return
    tried.value = { ...before, cancelled: true }
    await ask(`/api/tries/${before.id}`, { method: 'DELETE' }).catch(() => undefined)
  }
  return { tried, busy, running, trouble: computed(() => trouble.value ?? tried.value?.trouble ?? null), begin, cancel }
}
