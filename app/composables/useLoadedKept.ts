/** Data that is asked for again and again: the last answer stays while the server is away. */
export function useLoadedKept<T>(url: string) {
  const data = shallowRef<T | null>(null)
  const trouble = ref(false)

  async function refresh(): Promise<void> {
    try {
      data.value = await ask<T>(url)
      trouble.value = false
    } catch {
      // Said on screen; the next question may be answered.
      trouble.value = true
    }
  }

  void refresh()
  return { data, trouble: readonly(trouble), refresh }
}
