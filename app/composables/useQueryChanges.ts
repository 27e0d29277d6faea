/**
 * Changes of the address that build on each other: each begins from what the one before asked for, also where the address
 * does not show that yet.
 * @param shown what the address shows now
 * @returns what puts a changed query into the address
 */
export function useQueryChanges(shown: () => Record<string, string>) {
  const router = useRouter()
  let wanted = shown()
  watch(shown, now => (wanted = now))
  return (change: (query: Record<string, string>) => Record<string, string>) => {
    wanted = change(wanted)
    return router.replace({ query: wanted })
  }
}
