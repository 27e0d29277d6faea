/**
 * What is typed into a search whose words stand in the address. The address follows the typing; the box follows the address
 * only where something else changed it: an earlier letter's search, as it arrives, must not replace what was typed since.
 * @param kept the words in the address
 * @param keep puts words there
 * @returns what stands in the box, and what to call at each letter
 */
export function useTypedSearch(kept: () => string, keep: (text: string) => unknown, pauseMs: number) {
  const typed = ref(kept())
  let sent = kept()
  watch(kept, now => {
    if (now === sent) return
    typed.value = sent = now
  })
  // Whoever has left the list since is not followed to where they are now.
  let here = true
  onScopeDispose(() => (here = false))
  const search = useDebounceFn(() => here && keep((sent = typed.value.trim())), pauseMs)
  return { typed, search }
}
