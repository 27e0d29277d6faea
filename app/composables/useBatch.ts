import type { BatchDetail, BatchParts } from '~~/shared/views/batches'
import { joinParts, type HadParts } from '~/components/ribbon/joinParts'

/** A batch for a screen that follows it: asked for again, only those parts of its pages and documents come that changed. */
export function useBatch(id: number, options: { is?: 'the page' } = {}) {
  const url = `/api/batches/${id}`
  let had: HadParts = new Map()
  async function follow(): Promise<BatchDetail> {
    const joined = joinParts(await ask<BatchParts>(`${url}/parts`, { query: { have: [...had.keys()].join('.') } }), had)
    if (!joined) return ask<BatchDetail>(url)
    had = joined.had
    return joined.batch
  }
  return useLoaded<BatchDetail>(url, { ...options, by: follow })
}
