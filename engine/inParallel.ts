/** Pages whose pixels are unpacked at a time: a long document has more of them than memory. */
export const fewPictures = 4

/** What `work` gives for each item, in order; at most `limit` are worked on at a time. */
export async function inParallel<T, R>(items: readonly T[], limit: number, work: (item: T, at: number) => Promise<R>): Promise<R[]> {
  const results: R[] = []
  let next = 0
  const lane = async () => {
    while (next < items.length) {
      const at = next++
      results[at] = await work(items[at]!, at)
    }
  }
  await Promise.all(Array.from({ length: Math.min(limit, items.length) }, lane))
  return results
}
