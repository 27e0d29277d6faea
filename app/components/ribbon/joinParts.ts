import type { BatchDetail, BatchParts } from '~~/shared/views/batches'
import type { Part } from '~~/shared/views/parts'

/** Rows of a batch's lists by the tag of their part, from the last answer. */
export type HadParts = ReadonlyMap<string, readonly object[]>

/** A batch put together from what came and what was there; null where a part is in neither. */
export function joinParts({ pages, documents, ...rest }: BatchParts, had: HadParts): { batch: BatchDetail; had: HadParts } | null {
  const has = new Map<string, readonly object[]>()
  const joined = <Row extends object>(parts: readonly Part<Row>[]): Row[] | null => {
    for (const { tag, rows } of parts) has.set(tag, rows ?? had.get(tag) ?? missing)
    return parts.some(({ tag }) => has.get(tag) === missing) ? null : parts.flatMap(({ tag }) => has.get(tag) as readonly Row[])
  }
  const [allPages, unplaced] = [joined(pages), joined(documents)]
  if (!allPages || !unplaced) return null
  const place = new Map(unplaced.map(({ id }, at) => [id, at + 1]))
  return {
    batch: {
      ...rest,
      pages: allPages.map(page => ({ ...page, document: page.document === null ? null : (place.get(page.document) ?? null) })),
      documents: unplaced.map((document, at) => ({ ...document, position: at + 1 })),
    },
    had: has,
  }
}
const missing: readonly object[] = []
