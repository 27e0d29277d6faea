import type { BatchDetail } from '~~/shared/views/batches'
import type { DocumentView } from '~~/shared/views/documents'
import type { PageView } from '~~/shared/views/pages'

/** A paragraph of the ribbon: a document, pages that wait for a person, or pages that are not sorted yet. */
export interface Segment {
  key: string
  kind: 'document' | 'waiting' | 'loose'
  document: DocumentView | null
  pages: PageView[]
}

/** The ribbon's paragraphs in reading order. Pages that are set aside stand where they were scanned. */
export function segmentsOf(batch: Pick<BatchDetail, 'pages' | 'documents'>): Segment[] {
  const documents = new Map(batch.documents.map(document => [document.position, document]))
  const segments: Segment[] = []
  for (const page of batch.pages) {
    const last = segments.at(-1)
    const kind = page.document !== null ? 'document' : page.fate === 'held' ? 'waiting' : 'loose'
    const joins =
      last &&
      !page.heading &&
      !page.asks &&
      (kind === 'loose' || (last.kind === kind && (kind === 'waiting' || last.document?.position === page.document)))
    if (joins) {
      last.pages.push(page)
      continue
    }
    segments.push({
      key: `${kind}-${page.id}`,
      kind,
      document: page.document === null ? null : (documents.get(page.document) ?? null),
      pages: [page],
    })
  }
  return segments
}
