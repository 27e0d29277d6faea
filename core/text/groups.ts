/** Items in order, in groups of at most `most` neighbours that share a key. */
export const inGroups = <T>(items: readonly T[], most: number, keyOf: (item: T) => unknown): T[][] => grouped(items, () => most, keyOf)

/**
 * Items in order, in groups of neighbours that share a key: large ones first, and ever smaller towards the end, so that lanes which
 * take one group after the other end at nearly the same time. Guided self-scheduling (Polychronopoulos and Kuck, 1987).
 */
export const inShrinkingGroups = <T>(items: readonly T[], most: number, lanes: number, keyOf: (item: T) => unknown): T[][] =>
  grouped(items, left => Math.min(most, Math.ceil(left / (1.5 * lanes))), keyOf)

/** @param roomOf how many a group may hold that begins with so many items left */
function grouped<T>(items: readonly T[], roomOf: (left: number) => number, keyOf: (item: T) => unknown): T[][] {
  const groups: T[][] = []
  let room = 0
  for (const [at, item] of items.entries()) {
    const last = groups.at(-1)
    if (last && room > 0 && keyOf(last[0]!) === keyOf(item)) last.push(item)
    else {
      groups.push([item])
      room = roomOf(items.length - at)
    }
    room--
  }
  return groups
}
