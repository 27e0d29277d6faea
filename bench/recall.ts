/** Share of the words that were found, each as often as it stands there. */
export function recall(found: readonly string[], wanted: readonly string[]): number {
  const left = new Map<string, number>()
  for (const word of found) left.set(word, (left.get(word) ?? 0) + 1)
  let hits = 0
  for (const word of wanted) {
    const count = left.get(word) ?? 0
    if (count > 0) hits++
    left.set(word, count - 1)
  }
  return hits / wanted.length
}
