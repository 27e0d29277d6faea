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

/**
 * Items in order, in groups of neighbours that share a key: large ones first, and ever smaller towards the end, so that lanes which
 * take one group after the other end at nearly the same time. Guided self-scheduling (Polychronopoulos and Kuck, 1987).
 */
export function inShrinkingGroups<T>(items: readonly T[], most: number, lanes: number, keyOf: (item: T) => unknown): T[][] {
  const groups: T[][] = []
  let room = 0
  for (const [at, item] of items.entries()) {
    const last = groups.at(-1)
    if (last && room > 0 && keyOf(last[0]!) === keyOf(item)) last.push(item)
    else {
      groups.push([item])
      room = Math.min(most, Math.ceil((items.length - at) / (2 * lanes)))
    }
    room--
  }
  return groups
}
