import type { InjectionKey, Ref } from 'vue'

/** Whether the window flies past at a speed at which nobody sees a page: its pictures then wait, and cost no frame. */
export const fastScroll: InjectionKey<Readonly<Ref<boolean>>> = Symbol('fastScroll')

/**
 * Pixels in a tenth of a second from which scrolling counts as fast, and below which it no longer does; the wheel's
 * usual speed is under both.
 */
const [fast, slow] = [280, 200]
const spanMs = 100
const restMs = 120

export function useFastScroll(): Readonly<Ref<boolean>> {
  const is = shallowRef(false)
  let marks: { at: number; y: number }[] = []
  const { start: restSoon } = useTimeoutFn(() => (is.value = false), restMs, { immediate: false })
  useEventListener(
    window,
    'scroll',
    () => {
      const now = performance.now()
      marks = [...marks.filter(mark => now - mark.at < spanMs), { at: now, y: window.scrollY }]
      const far = Math.abs(marks.at(-1)!.y - marks[0]!.y)
      // One jump, by a key or to a page, is no flight.
      if (marks.length > 2 && far > fast) is.value = true
      else if (far < slow) is.value = false
      restSoon()
    },
    { passive: true },
  )
  return is
}
