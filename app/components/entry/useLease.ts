import type { DocumentPage } from '~~/shared/views/documents'

const renewSeconds = 15

const turns = new Map<number, Promise<unknown>>()
/** One after the other for each document, also of a card that is gone: what comes late must not say or undo what was before. */
function inTurn<Answer>(document: number, act: () => Promise<Answer>): Promise<Answer> {
  const before = turns.get(document) ?? Promise.resolve()
  const mine = before.then(act, act)
  turns.set(document, mine)
  const end = () => turns.get(document) === mine && turns.delete(document)
  mine.then(end, end)
  return mine
}

/** One person enters a document's values at a time: others see who does, and go on with another one. */
export function useLease(document: () => DocumentPage) {
  const me = useMe()
  const { running, trouble, run } = useAction()
  const holder = ref(document().holder)
  const id = document().id
  const url = `/api/documents/${id}/lease`
  const other = computed(() => (holder.value && holder.value.id !== me.person?.id ? holder.value.name : null))

  async function claim(over: boolean): Promise<void> {
    // Whoever keyed it before only looks at it: another person's turn is not theirs to hold.
    if (document().keyedBefore) return
    holder.value = await ask<{ id: string; name: string }>(url, { method: 'POST', body: { over } })
  }
  const claimInTurn = (over = false) => inTurn(id, () => claim(over))
  // Whoever lost it hears of it with the document, which may have been asked for before it was taken over.
  watch(
    () => document().holder,
    now => {
      if (now && now.id !== holder.value?.id) void claimInTurn().catch(() => undefined)
    },
  )
  // Not as an action: whoever takes it over meanwhile is not asked to click again.
  void claimInTurn().catch((error: unknown) => (trouble.value = troubleWords(error)))
  useIntervalFn(() => void claimInTurn().catch(() => undefined), renewSeconds * 1000)
  const keeping = useKeeping()
  onScopeDispose(() => {
    // Values that are on their way end it.
    if (!other.value && !document().keyedBefore && !keeping.of(id))
      void inTurn(id, () => ask(url, { method: 'DELETE' })).catch(() => undefined)
  })
  return { other, running, trouble, takeOver: () => run(() => claimInTurn(true)) }
}
