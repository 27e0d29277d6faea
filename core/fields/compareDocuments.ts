import { z } from 'zod'

export const TriedValue = z.object({
  field: z.string(),
  label: z.string(),
  /** As people write it; null where none was found that is sure enough. */
  value: z.string().nullable(),
  /** What was found and not taken, and why. */
  doubt: z.string().nullable(),
})
export type TriedValue = z.infer<typeof TriedValue>

/** What a rubric makes of a document, by itself: its type, its values and the name of its first file. */
export const TriedDocument = z.object({
  /** Its number in the batch, from 1. */
  document: z.int(),
  /** Its pages' numbers in the batch. */
  pages: z.array(z.int()),
  type: z.string().nullable(),
  name: z.string().nullable(),
  values: z.array(TriedValue),
})
export type TriedDocument = z.infer<typeof TriedDocument>

/** A document under two rubrics; null where it does not begin at that page. */
export const ComparedDocument = z.object({ changed: z.boolean(), before: TriedDocument.nullable(), after: TriedDocument.nullable() })
export type ComparedDocument = z.infer<typeof ComparedDocument>

/** Documents side by side: the same is the one that begins at the same page. Without a `before` nothing counts as changed. */
export function compareDocuments(before: readonly TriedDocument[] | null, after: readonly TriedDocument[]): ComparedDocument[] {
  const first = ({ pages }: TriedDocument) => pages[0] ?? 0
  const old = new Map(before?.map(document => [first(document), document]))
  const found = after.map((document): ComparedDocument => {
    const was = old.get(first(document)) ?? null
    old.delete(first(document))
    return { changed: before !== null && !same(was, document), before: was, after: document }
  })
  const gone = [...old.values()].map((document): ComparedDocument => ({ changed: true, before: document, after: null }))
  return [...found, ...gone].sort((a, b) => first((a.after ?? a.before)!) - first((b.after ?? b.before)!))
}

function same(a: TriedDocument | null, b: TriedDocument): boolean {
  if (!a || a.type !== b.type || a.name !== b.name || a.pages.join() !== b.pages.join() || a.values.length !== b.values.length) return false
  const values = new Map(a.values.map(({ field, value }) => [field, value]))
  return b.values.every(({ field, value }) => values.has(field) && values.get(field) === value)
}

/**
 * The first documents of two outcomes, as far as the same pages: what one has behind the other's last would seem to be missing there.
 * @param placeOf where a page lies in its batch; documents are in that order
 */
export function firstOfBoth<T extends { pages: readonly number[] }>(
  before: readonly T[],
  after: readonly T[],
  most: number,
  placeOf: (page: number) => number,
): [T[], T[]] {
  const begins = (document: T | undefined) => (document ? placeOf(document.pages[0]!) : Infinity)
  const end = Math.min(begins(before[most]), begins(after[most]))
  const within = (list: readonly T[]) => list.slice(0, most).filter(document => begins(document) < end)
  return [within(before), within(after)]
}
