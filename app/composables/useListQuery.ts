/**
 * How a list is searched, filtered and sorted, kept in the address: a reload, a link and the way back show the same list.
 * @param usual what stands where the address says nothing; it is left out of the address
 */
export function useListQuery<Keys extends string>(usual: Record<Keys, string>) {
  const route = useRoute()
  const keys = Object.keys(usual) as Keys[]
  const valueOf = (key: Keys): string => {
    const value = route.query[key]
    return typeof value === 'string' ? value : usual[key]
  }
  const asked = computed(() => Object.fromEntries(keys.map(key => [key, valueOf(key)])) as Record<Keys, string>)
  /** Only what is not usual: what the address keeps, and what the server is asked. */
  const query = computed(() =>
    Object.fromEntries(keys.map(key => [key, valueOf(key)] as const).filter(([key, value]) => value !== usual[key])),
  )
  const change = useQueryChanges(() => query.value)
  const set = (key: Keys, value: string) => change(({ [key]: _, ...rest }) => (value === usual[key] ? rest : { ...rest, [key]: value }))
  return { asked, set, query }
}
