/** Items in order, in groups of at most `most` neighbours that share a key. */
export function inGroups<T>(items: readonly T[], most: number, keyOf: (item: T) => unknown): T[][] {
  const groups: T[][] = []
  for (const item of items) {
    const last = groups.at(-1)
    if (last && last.length < most && keyOf(last[0]!) === keyOf(item)) last.push(item)
    else groups.push([item])
  }
  return groups
}
