import type { PageView } from '~~/shared/views/pages'

/** The caret on the ribbon and the pages that are chosen with it, as in text: a caret, and a selection from an anchor. */
export function useChosen(pages: MaybeRefOrGetter<readonly PageView[]>, caret: Ref<number | null>) {
  const more = shallowRef<ReadonlySet<number>>(new Set())
  let anchor: number | null = null

  const current = computed(() => toValue(pages).find(page => page.position === caret.value) ?? null)
  /** What an act applies to: the selection in reading order, or the page at the caret. */
  const chosen = computed(() => {
    const picked = toValue(pages).filter(page => more.value.has(page.position))
    return picked.length ? picked : current.value ? [current.value] : []
  })

  function clear() {
    more.value = new Set()
    anchor = null
  }

  /** Moves the caret; with `extend` the selection reaches from its anchor to there. */
  function moveTo(position: number, extend = false) {
    if (!extend) clear()
    else {
      anchor ??= caret.value
      const order = toValue(pages).map(page => page.position)
      const [from, to] = [order.indexOf(anchor ?? position), order.indexOf(position)].sort((a, b) => a - b) as [number, number]
      more.value = new Set(order.slice(from, to + 1))
    }
    caret.value = position
  }

  /** Adds a page to the selection, or takes it out. */
  function toggle(position: number) {
    const next = new Set(more.value)
    if (next.size === 0 && caret.value !== null) next.add(caret.value)
    if (next.has(position)) next.delete(position)
    else next.add(position)
    more.value = next
    caret.value = anchor = position
  }

  function all() {
    more.value = new Set(toValue(pages).map(page => page.position))
  }

  // Pages that are no longer shown are no longer chosen.
  watch(
    () => toValue(pages),
    now => {
      const there = new Set(now.map(page => page.position))
      if ([...more.value].some(position => !there.has(position)))
        more.value = new Set([...more.value].filter(position => there.has(position)))
      if (caret.value === null || !there.has(caret.value)) caret.value = now[0]?.position ?? null
    },
    { immediate: true },
  )

  return { current, chosen, selected: readonly(more), moveTo, toggle, all, clear }
}
